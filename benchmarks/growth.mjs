// A class of the demo with as many logs as a measurement asks for: the demo's own, and the rest as copies of them in the database.
import { randomUUID } from "node:crypto";
import { readFile } from "node:fs/promises";
import { sql } from "./database.mjs";
import { Visitor } from "./visitor.mjs";

const AT_ONCE = 5000;

/** @returns How many logs the class has. */
export async function bringIn(visitor, key, logs) {
  const bundle = JSON.parse(await readFile(new URL("../demo/wenlow.json", import.meta.url), "utf8"));
  const boat = structuredClone(bundle.classes[0]);
  boat.key = key;
  boat.definition.name = key;
  boat.logs = Array.from({ length: Math.min(logs, AT_ONCE) }, (_, at) => ({ ...boat.logs[at % boat.logs.length], key: randomUUID() }));
  const form = new FormData();
  form.set("__RequestVerificationToken", await visitor.token("/wenlow/import"));
  form.set("bundle", new Blob([JSON.stringify({ ...bundle, people: undefined, club: undefined, classes: [boat] })]), "bench.json");
  const answer = await (await visitor.ask("/wenlow/import", { method: "POST", body: form })).text();
  if (!answer.includes("Imported:")) throw new Error(answer.slice(0, 2000));
  const columns = (table, without) => sql(`select string_agg(column_name, ', ') from information_schema.columns where table_name = '${table}' and column_name <> all ('{${without}}')`);
  const [log, run, mark] = [columns("session_logs", "id,key"), columns("runs", "log_id"), columns("log_marks", "log_id")];
  for (let at = AT_ONCE; at < logs; at += AT_ONCE) {
    sql(`create temporary table pairs as
      with own as (select * from session_logs where class_id = (select id from classes where key = '${key}') order by id limit ${AT_ONCE}),
      added as (insert into session_logs (key, ${log}) select gen_random_uuid(), ${log} from own order by own.id returning id)
      select o.id as old, a.id as new from (select id, row_number() over (order by id) n from own) o join (select id, row_number() over (order by id) n from added) a using (n);
      insert into runs (log_id, ${run}) select p.new, ${run} from runs join pairs p on p.old = log_id;
      insert into log_marks (log_id, ${mark}) select p.new, ${mark} from log_marks join pairs p on p.old = log_id;
      drop table pairs`);
  }
  return Number(sql(`select count(*) from session_logs where class_id = (select id from classes where key = '${key}')`));
}

/** So many sailors of the demo club with accounts of their own, signed in. */
export async function sailors(base, name, many) {
  sql(`
    insert into people (id, sign_in_name, normalized_name, display_name, password_hash, security_stamp)
      select gen_random_uuid(), '${name}-' || n, upper('${name}-') || n, initcap('${name} ') || n, p.password_hash, 'stamp' from generate_series(1, ${many}) n, people p where p.sign_in_name = 'odalys';
    insert into memberships (club_id, person_id, roles) select c.id, p.id, '{sailor}' from clubs c, people p where c.key = 'wenlow' and p.sign_in_name like '${name}-%';
  `);
  const all = [];
  for (let at = 1; at <= many; at += 1) {
    all.push(new Visitor(base));
    await all.at(-1).signIn(`${name}-${at}`, "wenlow-reach");
  }
  return all;
}

/** The fields of a form of a page as a browser would send them untouched. */
export function fieldsOf(html, form) {
  const own = new RegExp(`<form[^>]*${form}[\\s\\S]*?</form>`).exec(html)[0];
  const plain = (text) => text.replace(/&#x([0-9a-f]+);/gi, (_, code) => String.fromCodePoint(parseInt(code, 16))).replaceAll("&quot;", "\"").replaceAll("&lt;", "<").replaceAll("&gt;", ">").replaceAll("&amp;", "&");
  const inputs = [...own.matchAll(/<input[^>]*>/g)]
    .filter(([input]) => !/type="(?:checkbox|radio|file)"/.test(input))
    .map(([input]) => [/name="([^"]*)"/.exec(input)?.[1], plain(/value="([^"]*)"/.exec(input)?.[1] ?? "")]);
  const areas = [...own.matchAll(/<textarea[^>]*name="([^"]*)"[^>]*>([\s\S]*?)<\/textarea>/g)].map(([, name, value]) => [name, plain(value.replace(/^\n/, ""))]);
  const selects = [...own.matchAll(/<select[^>]*name="([^"]*)"[^>]*>([\s\S]*?)<\/select>/g)].map(([, name, options]) => [
    name,
    plain((/<option[^>]*selected[^>]*value="([^"]*)"/.exec(options) ?? /<option[^>]*value="([^"]*)"[^>]*selected/.exec(options) ?? /<option[^>]*value="([^"]*)"/.exec(options))?.[1] ?? ""),
  ]);
  const ticked = [...own.matchAll(/<input[^>]*type="(?:checkbox|radio)"[^>]*>/g)]
    .filter(([input]) => /\schecked/.test(input))
    .map(([input]) => [/name="([^"]*)"/.exec(input)?.[1], plain(/value="([^"]*)"/.exec(input)?.[1] ?? "on")]);
  return new URLSearchParams([...inputs, ...areas, ...selects, ...ticked].filter(([name]) => name));
}

/** Sends a form of a page with some fields changed. */
export async function send(visitor, path, page, form, changes) {
  const body = fieldsOf(page, form);
  for (const [name, value] of Object.entries(changes)) body.set(name, value);
  const answer = await visitor.ask(path, { method: "POST", body });
  const text = await answer.text();
  if (answer.status >= 400) {
    const told = [...text.matchAll(/<[^>]*(?:-problem|problems?)"[^>]*>([^<]*)/g)].map(([, says]) => says.trim()).filter(Boolean);
    throw new Error(`${path} answered ${answer.status}: ${told.join(" ") || text.slice(0, 400)}`);
  }
}
