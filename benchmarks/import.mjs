// The import of 5,000 logs against COPY of the same rows into the same tables:
//   ./bench import [logs] [rounds]
import { execFileSync } from "node:child_process";
import { randomUUID } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { readFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { sql } from "./database.mjs";
import { Visitor, median } from "./visitor.mjs";

const logs = Number(process.argv[2] ?? 5000);
const rounds = Number(process.argv[3] ?? 5);
const settings = Object.fromEntries(process.env.REGATTA_DATABASE.split(";").map((part) => part.split("=")));
const folder = mkdtempSync(join(tmpdir(), "bench-import-"));
const visitor = new Visitor(process.env.BASE_URL);
await visitor.demo("odalys");
const bundle = JSON.parse(await readFile(new URL("../demo/wenlow.json", import.meta.url)));

function psql(...commands) {
  return execFileSync("psql", ["-qAtX", "-v", "ON_ERROR_STOP=1", "-h", settings.Host, "-p", settings.Port, "-U", settings.Username, "-d", settings.Database, ...commands.flatMap((one) => ["-c", one])], { env: { ...process.env, PGPASSWORD: settings.Password }, encoding: "utf8" });
}

async function importOne(key) {
  const boat = structuredClone(bundle.classes[0]);
  boat.key = key;
  boat.definition.name = key;
  boat.logs = Array.from({ length: logs }, (_, at) => ({ ...boat.logs[at % boat.logs.length], key: randomUUID() }));
  const form = new FormData();
  form.set("__RequestVerificationToken", await visitor.token("/wenlow/import"));
  form.set("bundle", new Blob([JSON.stringify({ ...bundle, people: undefined, club: undefined, classes: [boat] })]), "bench.json");
  const start = performance.now();
  const answer = await (await visitor.ask("/wenlow/import", { method: "POST", body: form })).text();
  if (!answer.includes("Imported:")) throw new Error(answer.slice(0, 2000));
  return performance.now() - start;
}

/** Takes the logs of a class out, and lets COPY put them in again. */
function copyAgain(key) {
  const own = `select id from session_logs where class_id = (select id from classes where key = '${key}')`;
  psql(
    `\\copy (select * from session_logs where id in (${own})) to '${folder}/logs' (format binary)`,
    `\\copy (select * from runs where log_id in (${own})) to '${folder}/runs' (format binary)`,
    `\\copy (select * from log_marks where log_id in (${own})) to '${folder}/marks' (format binary)`,
    `delete from session_logs where id in (${own})`,
  );
  const told = psql("\\timing on", "begin", `\\copy session_logs from '${folder}/logs' (format binary)`, `\\copy runs from '${folder}/runs' (format binary)`, `\\copy log_marks from '${folder}/marks' (format binary)`, "commit");
  return [...told.matchAll(/Time: ([\d.]+) ms/g)].reduce((sum, [, ms]) => sum + Number(ms), 0);
}

await importOne("warm-up");
const [imports, copies] = [[], []];
for (let round = 0; round < rounds; round += 1) {
  imports.push(await importOne(`import-${round}`));
  copies.push(copyAgain(`import-${round}`));
}
rmSync(folder, { recursive: true });
console.log(`${logs} logs, ${sql("select count(*) from log_marks") / (rounds + 1)} marks a class`);
console.log(`import ${median(imports).toFixed(0)} ms (file, reading, rows), COPY ${median(copies).toFixed(0)} ms`);
console.log(`import: ${(median(imports) / median(copies)).toFixed(2)}`);
