// The matrix page of a class with 2,000 logs against the barest page with one query, on a running app with the demo club:
//   ./start   and, beside it,   node bench/matrix-page.mjs [logs] [rounds]
// It brings a copy of a demo class in under a key of its own, with its logs multiplied, and leaves it there.
import { readFile } from "node:fs/promises";
import { randomUUID } from "node:crypto";

const base = process.env.BASE_URL ?? "http://127.0.0.1:8080";
const logs = Number(process.argv[2] ?? 2000);
const rounds = Number(process.argv[3] ?? 300);
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
  const bundle = JSON.parse(await readFile(new URL("../demo/club.json", import.meta.url)));
  const boat = bundle.classes[0];
  boat.key = key;
  boat.name = `Bench ${logs}`;
  boat.logs = Array.from({ length: logs }, (_, at) => ({ ...boat.logs[at % boat.logs.length], key: randomUUID() }));
  for (const log of boat.logs) log.windTo += Math.random() / 2;
  const form = new FormData();
  form.set("__RequestVerificationToken", token(await (await ask("/bring-in")).text()));
  form.set("bundle", new Blob([JSON.stringify({ ...bundle, people: undefined, club: undefined, classes: [boat] })]), "bench.json");
  const answer = await (await ask("/bring-in", { method: "POST", body: form })).text();
  if (!answer.includes("Brought in")) throw new Error(answer.slice(0, 2000));
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
for (const encoding of ["identity", "br"]) {
  const [matrix, bare] = [[], []];
  for (let round = -50; round < rounds; round += 1) {
    const pair = [await time(`/classes/${key}`, encoding), await time("/pulse", encoding)];
    if (round >= 0) {
      matrix.push(pair[0].ms);
      bare.push(pair[1].ms);
    }
  }
  const first = median(matrix);
  const second = median(bare);
  console.log(`${encoding}: matrix ${first.toFixed(2)} ms, bare page ${second.toFixed(2)} ms, ratio ${(first / second).toFixed(2)}`);
}
console.log(`${(await time(`/classes/${key}`, "identity")).bytes} bytes of HTML for ${logs} logs`);
