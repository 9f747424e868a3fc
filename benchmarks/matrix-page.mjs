// The matrix page of a class with 2,000 logs against the barest page with one query:
//   ./bench page [logs] [rounds] [whole]
// With "whole" the class has 12 controls, 8 bands, 4 modes and 3 sail plans, every cell filled.
// It brings a copy of a demo class in under a key of its own, with its logs multiplied, and leaves it there.
import { readFile } from "node:fs/promises";
import { randomUUID } from "node:crypto";

const base = process.env.BASE_URL ?? "http://127.0.0.1:8080";
const logs = Number(process.argv[2] ?? 2000);
const rounds = Number(process.argv[3] ?? 300);
const whole = process.argv[4] === "whole";
const cookies = new Map();

async function ask(path, options = {}) {
  const answer = await fetch(base + path, {
    redirect: "manual", ...options,
    headers: { cookie: [...cookies].map(([name, value]) => `${name}=${value}`).join("; "), ...options.headers },
  });
  for (const cookie of answer.headers.getSetCookie()) {
    const [, name, value] = /^([^=]+)=([^;]*)/.exec(cookie);
    cookies.set(name, value);
  }
  return answer;
}

const token = (html) => /name="__RequestVerificationToken" type="hidden" value="([^"]+)"/.exec(html)[1];

async function signIn(name) {
  const page = await (await ask("/sign-in")).text();
  await ask("/sign-in?handler=Demo", { method: "POST", body: new URLSearchParams({ name, __RequestVerificationToken: token(page) }) });
}

async function bringIn(key) {
  const bundle = JSON.parse(await readFile(new URL("../demo/wenlow.json", import.meta.url)));
  const boat = bundle.classes[0];
  boat.key = key;
  boat.definition.name = `Bench ${logs}`;
  boat.logs = Array.from({ length: logs }, (_, at) => ({ ...boat.logs[at % boat.logs.length], key: randomUUID() }));
  for (const log of boat.logs) log.runs = log.runs.map((run) => ({ ...run, windTo: run.windTo + Math.random() / 2 }));
  if (whole) fillUp(boat);
  const form = new FormData();
  form.set("__RequestVerificationToken", token(await (await ask("/wenlow/import")).text()));
  form.set("bundle", new Blob([JSON.stringify({ ...bundle, people: undefined, club: undefined, classes: [boat] })]), "bench.json");
  const answer = await (await ask("/wenlow/import", { method: "POST", body: form })).text();
  if (!answer.includes("Imported:")) throw new Error(answer.slice(0, 2000));
}

// A class as large as any: the gooseneck twelve times over, eight bands, and a mark in every cell of every layer.
function fillUp(boat) {
  const { gooseneck } = boat.definition.controls;
  const controls = Array.from({ length: 12 }, (_, at) => ({ ...gooseneck, key: at === 0 ? "gooseneck" : `control-${at}`, name: `Control ${at}`, helmPerUnit: at === 0 ? gooseneck.helmPerUnit : undefined, disturbs: [], byPurpose: [] }));
  const bands = Array.from({ length: 8 }, (_, at) => ({ number: at + 1, name: `band ${at + 1}`, from: at * 1.8, to: (at + 1) * 1.8 }));
  const plans = ["full", "reef-1", "reef-2"].map((key) => ({ key, name: key }));
  const modes = ["upwind", "reach", "soak", "planing"].map((key) => ({ key, name: key }));
  const cells = plans.flatMap((plan) => modes.flatMap((mode) => controls.flatMap((control) => bands.map((band) => ({ plan: plan.key, mode: mode.key, band: band.id, control: control.key, mark: 381 + 12.7 * band.id, tolerance: 12.7 })))));
  const { name, helm } = boat.definition;
  const byKey = Object.fromEntries(controls.map((control) => [control.key, control]));
  boat.definition = { name, helm, bands, lastBand: bands.length, controls: byKey, inUse: Object.keys(byKey), plans, modes };
  Object.assign(boat, { cells, boats: undefined, versions: [{ ...boat.versions[0], cells, definition: undefined }] });
  for (const log of boat.logs) {
    log.boat = undefined;
    for (const run of log.runs) Object.assign(run, { plan: undefined, mode: undefined, answers: undefined, asked: undefined, marks: { gooseneck: run.marks.gooseneck } });
  }
}

async function time(path, encoding) {
  const start = performance.now();
  const answer = await ask(path, { headers: { "accept-encoding": encoding } });
  const bytes = (await answer.arrayBuffer()).byteLength;
  if (answer.status !== 200) throw new Error(`${path} answered ${answer.status}`);
  return { ms: performance.now() - start, bytes };
}

const median = (numbers) => numbers.sort((a, b) => a - b)[Math.floor(numbers.length / 2)];

await signIn("odalys");
const key = `bench-${Date.now()}`;
await bringIn(key);
let worst = 0;
for (const encoding of ["identity", "br"]) {
  const [matrix, bare] = [[], []];
  for (let round = -50; round < rounds; round += 1) {
    const pair = [await time(`/wenlow/classes/${key}`, encoding), await time("/pulse", encoding)];
    if (round >= 0) {
      matrix.push(pair[0].ms);
      bare.push(pair[1].ms);
    }
  }
  const first = median(matrix);
  const second = median(bare);
  worst = Math.max(worst, first / second);
  console.log(`${encoding}: matrix ${first.toFixed(2)} ms, bare page ${second.toFixed(2)} ms, ratio ${(first / second).toFixed(2)}`);
}
console.log(`${(await time(`/wenlow/classes/${key}`, "identity")).bytes} bytes of HTML for ${logs} logs`);
console.log(`page: ${worst.toFixed(2)}`);
