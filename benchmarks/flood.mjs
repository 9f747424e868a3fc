// Ten kinds of flood by strangers and by sailors, a minute each: how much each writes, and how long another member waits meanwhile.
//   ./bench flood [seconds] [at once]
// Reports rows and megabytes written in a second, in the database and the server's log, and 95 of 100 looks of the other member.
import { statSync } from "node:fs";
import { setTimeout as pause } from "node:timers/promises";
import { sql } from "./database.mjs";
import { fieldsOf, sailors } from "./growth.mjs";
import { Visitor } from "./visitor.mjs";

const base = process.env.BASE_URL;
const [seconds, atOnce] = [Number(process.argv[2] ?? 60), Number(process.argv[3] ?? 20)];
const path = "/wenlow/classes/quillet";

const member = new Visitor(base);
await member.demo("priya");
const flooders = await sailors(base, "flood", 4);
const stranger = new Visitor(base);
const token = await stranger.token();
const own = await Promise.all(flooders.map((one) => one.token("/wenlow/logbook")));
const logForm = fieldsOf(await (await flooders[0].ask(`${path}/log?wind=14&boat=class`)).text(), "class=\"log-form\"");
for (const name of ["steadyFullSpeed", "flat", "trimmed", "rudderCentred"]) logForm.set(name, "held");
logForm.set("helmPort", "3");
logForm.set("helmStarboard", "4");

const sent = (fields, its = token) => ({ method: "POST", body: new URLSearchParams({ ...fields, __RequestVerificationToken: its }) });
const withKey = (form, its) => {
  const body = new URLSearchParams(form);
  body.set("logKey", crypto.randomUUID());
  body.set("__RequestVerificationToken", its);
  return body;
};
const table = (its) => {
  const body = new FormData();
  body.append("__RequestVerificationToken", its);
  body.append("table", new Blob(["nonsense,".repeat(30_000)]), "logs.csv");
  return { method: "POST", body };
};

/** Each: what it is called, and one blow of it; `at` counts up. */
const floods = [
  ["strangers ask for what is not there", (at) => stranger.ask(`/no-such-${at}`)],
  ["strangers send methods nobody takes", () => stranger.ask(`${path}/versions`, { method: "OPTIONS" })],
  ["strangers guess passwords", (at) => stranger.ask("/sign-in", sent({ name: `guess-${at % 50}`, password: "guess" }))],
  ["strangers ask for new passwords", (at) => stranger.ask("/forgot", sent({ email: `nobody-${at}@example.invalid` }))],
  ["strangers guess public cards", (at) => stranger.ask(`/c/${"guess".repeat(8)}${at}`)],
  ["strangers send nonsense to a class", (at) => stranger.ask(`${path}/settings?x=${at}`, sent({ about: "mine" }, "nonsense"))],
  ["sailors look where they may not", (at) => flooders[at % 4].ask(at % 2 === 0 ? "/wenlow/people" : `/wenlow/not-there-${at}`)],
  ["sailors log one log after the other", (at) => flooders[at % 4].ask(`${path}/log`, { method: "POST", body: withKey(logForm, own[at % 4]) })],
  ["sailors send tables of nonsense", (at) => flooders[at % 4].ask("/wenlow/logbook?handler=Import", table(own[at % 4]))],
  ["sailors open live pages and close them", async (at) => {
    const stop = new AbortController();
    const answer = await flooders[at % 4].ask("/wenlow/today/stream", { signal: stop.signal });
    await pause(50);
    stop.abort();
    return answer;
  }],
];

const written = () => ({
  rows: Number(sql("select sum(n_tup_ins) from pg_stat_user_tables")),
  bytes: Number(sql("select pg_database_size(current_database())")) + statSync(process.env.APP_LOG).size,
});
const at95 = (numbers) => [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length * 0.95)];
const looks = async (until) => {
  const took = [];
  for (let round = 0; performance.now() < until; round += 1) {
    took.push(await member.page(round % 2 === 0 ? `${path}/card?wind=14&boat=class` : "/wenlow/today"));
    await pause(200);
  }
  return took;
};

await looks(performance.now() + 3000);
const quiet = at95(await looks(performance.now() + Math.min(seconds, 15) * 1000));
let worst = { rows: 0, bytes: 0, wait: 0 };
console.log(`| flood | in a second | answered | rows/s | MB/s | another's look, 95 of 100, ms |\n|---|---:|---|---:|---:|---:|\n| none | | | | | ${Math.round(quiet)} |`);
for (const [name, blow] of floods) {
  const before = written();
  const statuses = new Map();
  const until = performance.now() + seconds * 1000;
  let count = 0;
  const flood = async () => {
    while (performance.now() < until) {
      const at = count++;
      try {
        const answer = await blow(at);
        if (!answer.headers.get("content-type")?.includes("event-stream")) await answer.arrayBuffer();
        statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
      } catch (trouble) {
        if (trouble.name !== "AbortError") statuses.set("cut", (statuses.get("cut") ?? 0) + 1);
      }
    }
  };
  const [took] = await Promise.all([looks(until), ...Array.from({ length: atOnce }, flood)]);
  // The server counts its rows with a moment's delay.
  await pause(1500);
  const after = written();
  const [rows, bytes, wait] = [(after.rows - before.rows) / seconds, (after.bytes - before.bytes) / seconds, at95(took)];
  worst = { rows: Math.max(worst.rows, rows), bytes: Math.max(worst.bytes, bytes), wait: Math.max(worst.wait, wait) };
  const answered = [...statuses].map(([status, many]) => `${status} × ${many}`).join(", ");
  console.log(`| ${name} | ${Math.round(count / seconds)} | ${answered} | ${rows.toFixed(1)} | ${(bytes / 1e6).toFixed(3)} | ${Math.round(wait)} |`);
}
console.log(`flood: worst ${worst.rows.toFixed(0)} rows/s, ${(worst.bytes / 1e6).toFixed(2)} MB/s, other member's p95 ${Math.round(worst.wait)} ms (${Math.round(quiet)} without)`);
