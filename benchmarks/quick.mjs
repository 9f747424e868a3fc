// The cheap measurements one after the other, held against their aims: ./bench quick
import { spawnSync } from "node:child_process";

/** What each ends with, and what it must keep: the figure after its name, and the most it may be. */
const aims = [
  { name: "cells", most: 3 },
  { name: "page", most: 2.5 },
  { name: "limits", most: 1.5, unit: "s" },
  { name: "balance", most: 50, unit: "ms" },
  { name: "order", most: 10, unit: "ms" },
  { name: "reefs", most: 1e-9 },
  { name: "diagnosis", least: 0.9 },
  { name: "gauge", most: 1 },
  { name: "carry", most: 0 },
  { name: "import", most: 12 },
];
const names = process.argv.slice(2);
let short = 0;
console.log("| measurement | figure | aim | seconds | |\n|---|---:|---:|---:|---|");
for (const { name, most, least, unit = "" } of aims.filter((aim) => names.length === 0 || names.includes(aim.name))) {
  const start = performance.now();
  const run = spawnSync("./bench", [name], { encoding: "utf8" });
  const last = run.stdout.split("\n").findLast((line) => line.startsWith(`${name}:`)) ?? "";
  const figure = Number(/-?\d+(\.\d+)?(e[-+]?\d+)?/i.exec(last.slice(name.length + 1))?.[0] ?? NaN);
  const kept = run.status === 0 && (most === undefined || figure <= most) && (least === undefined || figure >= least);
  if (!kept) short += 1;
  const aim = most === undefined ? `≥ ${least}` : `≤ ${most}`;
  console.log(`| ${name} | ${Number.isNaN(figure) ? "none" : figure} ${unit} | ${aim} ${unit} | ${((performance.now() - start) / 1000).toFixed(0)} | ${kept ? "kept" : "short"} |`);
  if (run.status !== 0) console.error(run.stderr.slice(-2000));
}
console.log(`quick: ${short} short of their aim`);
process.exitCode = short === 0 ? 0 : 1;
