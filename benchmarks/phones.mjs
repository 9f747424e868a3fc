// 100 phones on one class of 1,000 logs for two minutes: each looks at its card or at Today every few seconds, and logs twice a minute.
//   ./bench boards [phones] [seconds] [logs]
// Reports how long looks and logs take, 95 of 100, and the app's memory, alone as a ratio to what it was before.
import { readFileSync } from "node:fs";
import { setTimeout as pause } from "node:timers/promises";
import { bringIn, fieldsOf, sailors } from "./growth.mjs";
import { Visitor } from "./visitor.mjs";

const base = process.env.BASE_URL ?? "http://127.0.0.1:8080";
const [phones, seconds, logs] = [Number(process.argv[2] ?? 100), Number(process.argv[3] ?? 120), Number(process.argv[4] ?? 1000)];
const rss = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${process.env.APP_PID}/status`, "utf8"))[1]) / 1024;
const CLASS = "crowded";
const path = `/wenlow/classes/${CLASS}`;

const captain = new Visitor(base);
await captain.demo("odalys");
await bringIn(captain, CLASS, logs);
const sailing = await sailors(base, "phone", phones);
await captain.page(path);

const before = rss();
const took = { look: [], log: [] };
let [most, failed] = [before, 0];
const until = performance.now() + seconds * 1000;
const timed = async (what, act) => {
  const start = performance.now();
  try {
    await act();
    took[what].push(performance.now() - start);
  } catch {
    failed += 1;
  }
};
const LOG = { helmPort: "3", helmStarboard: "4", steadyFullSpeed: "held", flat: "held", trimmed: "held", rudderCentred: "held" };
await Promise.all([
  ...sailing.map(async (sailor, at) => {
    await pause((at / phones) * 4000);
    for (let round = at; performance.now() < until; round += 1) {
      if (round % 8 === 7) {
        // The form was filled in on the water: what is waited for is that it is kept.
        const form = fieldsOf(await (await sailor.ask(`${path}/log?wind=14&boat=class`)).text(), "class=\"log-form\"");
        for (const [name, value] of Object.entries(LOG)) form.set(name, value);
        await timed("log", async () => {
          const answer = await sailor.ask(`${path}/log`, { method: "POST", body: form });
          await answer.arrayBuffer();
          if (answer.status !== 302) throw new Error(`log ${answer.status}`);
        });
      } else {
        await timed("look", () => sailor.page(round % 2 === 0 ? `${path}/card?wind=${10 + (round % 10)}&boat=class` : "/wenlow/today"));
      }
      await pause(2000 + 4000 * Math.random());
    }
  }),
  (async () => {
    while (performance.now() < until) {
      await pause(500);
      most = Math.max(most, rss());
    }
  })(),
]);

const at = (numbers, share) => [...numbers].sort((a, b) => a - b)[Math.min(numbers.length - 1, Math.floor(numbers.length * share))];
console.table(Object.entries(took).map(([what, times]) => ({ what, of: times.length, "half, ms": Math.round(at(times, 0.5)), "95 of 100, ms": Math.round(at(times, 0.95)), "worst, ms": Math.round(at(times, 1)) })));
console.log(`memory: ${Math.round(before)} MiB before, ${Math.round(most)} at the most, ${(most / before).toFixed(2)}; ${failed} failed`);
console.log(`boards: p95 look ${Math.round(at(took.look, 0.95))} ms, log ${Math.round(at(took.log, 0.95))} ms`);
