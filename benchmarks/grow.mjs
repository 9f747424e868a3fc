// Adding one log, and editing one cell, with many logs against few; each with the look at the matrix that follows it:
//   ./bench grow [few] [many] [rounds]
import { randomUUID } from "node:crypto";
import { readFile } from "node:fs/promises";
import { sql } from "./database.mjs";
import { Visitor, median } from "./visitor.mjs";

const few = Number(process.argv[2] ?? 100);
const many = Number(process.argv[3] ?? 100000);
const rounds = Number(process.argv[4] ?? 15);
const visitor = new Visitor(process.env.BASE_URL);
await visitor.demo("odalys");
const bundle = JSON.parse(await readFile(new URL("../demo/wenlow.json", import.meta.url)));

/** A class with so many logs: the demo's, and the rest as copies of them in the database. */
async function bringIn(key, logs) {
  const boat = structuredClone(bundle.classes[0]);
  Object.assign(boat, { key, name: key });
  boat.logs = Array.from({ length: Math.min(logs, 5000) }, (_, at) => ({ ...boat.logs[at % boat.logs.length], key: randomUUID() }));
  const form = new FormData();
  form.set("__RequestVerificationToken", await visitor.token("/wenlow/import"));
  form.set("bundle", new Blob([JSON.stringify({ ...bundle, people: undefined, club: undefined, classes: [boat] })]), "bench.json");
  const answer = await (await visitor.ask("/wenlow/import", { method: "POST", body: form })).text();
  if (!answer.includes("Imported:")) throw new Error(answer.slice(0, 2000));
  const columns = (table, without) => sql(`select string_agg(column_name, ', ') from information_schema.columns where table_name = '${table}' and column_name <> all ('{${without}}')`);
  const [log, run, mark] = [columns("session_logs", "id,key"), columns("runs", "log_id"), columns("log_marks", "log_id")];
  for (let at = 5000; at < logs; at += 5000) {
    sql(`create temporary table pairs as
      with own as (select * from session_logs where class_id = (select id from classes where key = '${key}') order by id limit 5000),
      added as (insert into session_logs (key, ${log}) select gen_random_uuid(), ${log} from own order by own.id returning id)
      select o.id as old, a.id as new from (select id, row_number() over (order by id) n from own) o join (select id, row_number() over (order by id) n from added) a using (n);
      insert into runs (log_id, ${run}) select p.new, ${run} from runs join pairs p on p.old = log_id;
      insert into log_marks (log_id, ${mark}) select p.new, ${mark} from log_marks join pairs p on p.old = log_id;
      drop table pairs`);
  }
  return Number(sql(`select count(*) from session_logs where class_id = (select id from classes where key = '${key}')`));
}

const fields = (html, form) => {
  const own = new RegExp(`<form[^>]*${form}[\\s\\S]*?</form>`).exec(html)[0];
  return new URLSearchParams([...own.matchAll(/<input[^>]*>/g)].map(([input]) => [/name="([^"]*)"/.exec(input)?.[1], /value="([^"]*)"/.exec(input)?.[1] ?? "", /type="(?:checkbox|radio|file)"/.test(input)]).filter(([name, , choice]) => name && !choice).map(([name, value]) => [name, value.replaceAll("&#x2B;", "+").replaceAll("&amp;", "&").replaceAll("&quot;", "\"")]));
};

async function send(path, page, form, changes) {
  const body = fields(page, form);
  for (const [name, value] of Object.entries(changes)) body.set(name, value);
  const answer = await visitor.ask(path, { method: "POST", body });
  await answer.arrayBuffer();
  if (answer.status >= 400) throw new Error(`${path} answered ${answer.status}`);
}

async function measure(key) {
  const path = `/wenlow/classes/${key}`;
  const [logged, edited] = [[], []];
  for (let round = -3; round < rounds; round += 1) {
    const form = await (await visitor.ask(`${path}/log?wind=14&boat=class`)).text();
    let start = performance.now();
    await send(`${path}/log`, form, "class=\"log-form\"", { helmPort: "3", helmStarboard: "4", steadyFullSpeed: "held", flat: "held", trimmed: "held", rudderCentred: "held" });
    await visitor.page(path);
    if (round >= 0) logged.push(performance.now() - start);
    const cell = await (await visitor.ask(`${path}?cell=4.gooseneck`)).text();
    start = performance.now();
    await send(`${path}?cell=4.gooseneck&handler=Cell&act=save`, cell, "data-cell-form", { mark: round % 2 === 0 ? "20 1/2 in" : "20 in" });
    await visitor.page(path);
    if (round >= 0) edited.push(performance.now() - start);
  }
  return { logged: median(logged), edited: median(edited) };
}

/** As after a change of columns: nothing is kept of the class. How long the next look takes, and how long until it says what the logs say. */
async function readAnew(key) {
  const path = `/wenlow/classes/${key}`;
  sql(`delete from kept_bases where class_id = (select id from classes where key = '${key}');
    update classes set log_revision = log_revision + 1 where key = '${key}'`);
  const start = performance.now();
  await visitor.page(path);
  const looked = performance.now() - start;
  while ((await (await visitor.ask(`${path}/evidence`)).text()).includes("being read anew")) await new Promise((done) => setTimeout(done, 200));
  return { looked, read: performance.now() - start };
}

const results = {};
for (const [key, logs] of [["grow-few", few], ["grow-many", many]]) {
  const there = await bringIn(key, logs);
  results[key] = await measure(key);
  const anew = await readAnew(key);
  console.log(`${there} logs: columns changed, the matrix after it ${anew.looked.toFixed(0)} ms, all runs read anew ${(anew.read / 1000).toFixed(1)} s after it`);
  console.log(`${there} logs: a log and the matrix after it ${results[key].logged.toFixed(0)} ms, a cell and the matrix after it ${results[key].edited.toFixed(0)} ms`);
}
const ratio = (what) => results["grow-many"][what] / results["grow-few"][what];
console.log(`ratios: log ${ratio("logged").toFixed(2)}, cell ${ratio("edited").toFixed(2)}`);
console.log(`grow: ${Math.max(ratio("logged"), ratio("edited")).toFixed(2)}`);
