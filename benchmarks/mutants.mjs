// Mutation testing of a seeded sample: parts of the core are broken, a place at a time, and its tests run over each. What no test notices is
// listed.  ./bench mutants [places] [seed] [folder ...]
import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

const FLOOR = 80;
/** So many lines are broken together as one span, and so many places a span has as a rule. */
const [LINES, PLACES] = [6, 4.5];

const root = new URL("..", import.meta.url).pathname;
const count = Number(process.argv[2] ?? 300);
const seed = Number(process.argv[3] ?? 26);
const folders = process.argv.length > 4 ? process.argv.slice(4) : ["Evidence", "Sails", "Diagnosis", "Matrices", "Checks", "Crew"];

// Mulberry32: the same sample for the same seed, on every machine.
let state = seed >>> 0;
function random() {
  state = (state + 0x6d2b79f5) >>> 0;
  let t = Math.imul(state ^ (state >>> 15), 1 | state);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
}

// The spans of lines that do something: neither words about it nor its frame.
const spans = [];
for (const folder of folders)
  for (const file of readdirSync(join(root, "src/Regatta.Core", folder), { recursive: true }).filter((name) => name.endsWith(".cs")).sort()) {
    const lines = readFileSync(join(root, "src/Regatta.Core", folder, file), "utf8").split("\n");
    for (let at = 0, start = 0; at < lines.length; start += lines.slice(at, at + LINES).join("\n").length + 1, at += LINES)
      if (lines.slice(at, at + LINES).filter((line) => /[-+*/<>=!&|]|\d/.test(line) && !/^\s*\/\//.test(line)).length >= 3)
        spans.push({ folder, path: `**/${folder}/${file}`, from: start, to: start + lines.slice(at, at + LINES).join("\n").length });
  }
const sample = [];
for (const left = [...spans]; sample.length * PLACES < count && left.length > 0;) sample.push(...left.splice(Math.floor(random() * left.length), 1));

const output = mkdtempSync(join(tmpdir(), "mutants-"));
execFileSync(
  "dotnet",
  ["stryker", "--project", "Regatta.Core.csproj", "--configuration", "Release", "--output", output, "--skip-version-check", "--reporter", "json", "--reporter", "dots", "--test-runner", "mtp",
    ...sample.flatMap(({ path, from, to }) => ["--mutate", `${path}{${from}..${to}}`])],
  { cwd: join(root, "tests/Regatta.Core.Tests"), stdio: ["ignore", "inherit", "inherit"] },
);
const report = readdirSync(output, { recursive: true }).find((name) => name.endsWith("mutation-report.json"));
const { files } = JSON.parse(readFileSync(join(output, report), "utf8"));
rmSync(output, { recursive: true });

const table = Object.fromEntries(folders.map((folder) => [folder, { killed: 0, all: 0 }]));
for (const [file, { mutants }] of Object.entries(files)) {
  const row = table[folders.find((folder) => file.includes(`/${folder}/`))];
  for (const mutant of mutants.filter(({ status }) => ["Killed", "Timeout", "Survived", "NoCoverage"].includes(status))) {
    row.all += 1;
    if (["Killed", "Timeout"].includes(mutant.status)) row.killed += 1;
    else console.log(`alive: ${file.slice(file.indexOf("Regatta.Core/"))}:${mutant.location.start.line} ${mutant.mutatorName}: ${mutant.replacement.replaceAll(/\s+/g, " ").slice(0, 100)}`);
  }
}
console.log("| folder | broken | noticed | of 100 |\n|---|---:|---:|---:|");
for (const [folder, { killed, all }] of Object.entries(table)) console.log(`| ${folder} | ${all} | ${killed} | ${all === 0 ? "" : Math.round((100 * killed) / all)} |`);
const [killed, all] = ["killed", "all"].map((of) => Object.values(table).reduce((sum, row) => sum + row[of], 0));
console.log(`mutants: ${((100 * killed) / all).toFixed(1)} of 100 noticed, of ${all} (floor ${FLOOR})`);
process.exit(killed * 100 >= FLOOR * all ? 0 : 1);
