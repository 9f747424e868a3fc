// What is made to break the app, against the app as it runs: how long each takes, how much memory it costs, what answers.
//   ./bench limits
// ./test runs it too, with a ceiling for all (CEILING, in seconds of processor and MB) far above what they cost, so that a price that has
// grown many times over is seen at the landing that does it.
import { readFileSync, writeFileSync } from "node:fs";
import { Visitor } from "./visitor.mjs";

const base = process.env.BASE_URL;
const pid = process.env.APP_PID;
const root = process.env.ROOT ?? ".";

const memory = (line) => Number(new RegExp(`${line}:\\s+(\\d+)`).exec(readFileSync(`/proc/${pid}/status`, "utf8"))[1]) / 1024;
/** Seconds of processor the app has used; the kernel counts in hundredths. */
const processor = () => {
  const fields = readFileSync(`/proc/${pid}/stat`, "utf8").split(") ")[1].split(" ");
  return (Number(fields[11]) + Number(fields[12])) / 100;
};
const resetPeak = () => writeFileSync(`/proc/${pid}/clear_refs`, "5");

const odalys = new Visitor(base);
await odalys.demo("odalys");
const tamsin = new Visitor(base);
await tamsin.demo("tamsin");
const priya = new Visitor(base);
await priya.demo("priya");
const token = await odalys.token("/wenlow/people");
const priyas = await priya.token("/wenlow/logbook");

const form = (fields, its = token) => ({ method: "POST", body: new URLSearchParams({ ...fields, __RequestVerificationToken: its }) });
const file = (field, text, its = token) => {
  const body = new FormData();
  body.append("__RequestVerificationToken", its);
  body.append(field, new Blob([text]), "file");
  return { method: "POST", body };
};
const calendar = (rule) => `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nBEGIN:VEVENT\r\nUID:x\r\nDTSTAMP:20260101T000000Z\r\nDTSTART:20260601T180000Z\r\nDTEND:20260601T200000Z\r\nSUMMARY:Day\r\n${rule}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;

const upTo = (count) => [...Array(count).keys()].join(",");
const singleDays = Array.from({ length: 20_000 }, (_, at) => new Date(Date.UTC(2026, 5, 2, 0, 7 * at)).toISOString().replace(/[-:]|\.000/g, "")).join(",");
const ancient = `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\n${Array.from({ length: 200 }, (_, at) => `BEGIN:VEVENT\r\nUID:x${at}\r\nDTSTART:00010101T180000Z\r\nDTEND:00010101T190000Z\r\nSUMMARY:Day\r\nRRULE:FREQ=DAILY\r\nEND:VEVENT\r\n`).join("")}END:VCALENDAR\r\n`;

const bundle = JSON.parse(readFileSync(`${root}/demo/wenlow.json`, "utf8"));
const one = bundle.classes[0];
const manyLogs = (count, key) => JSON.stringify({
  ...bundle,
  people: undefined,
  classes: [{ ...one, key, boats: undefined, logs: Array.from({ length: count }, (_, at) => ({ ...one.logs[at % one.logs.length], boat: undefined, sailor: undefined, key: crypto.randomUUID() })) }],
});
const log = /href="(\/wenlow\/logbook\/\d+)/.exec(await (await priya.ask("/wenlow/logbook")).text())[1];
const rows = Array.from({ length: 50_000 }, (_, at) => `Line ${at}\t1\t2\t3`).join("\n");
const gpx = (inside) => `<gpx xmlns="http://www.topografix.com/GPX/1/1" version="1.1" creator="x"><trk><trkseg>${inside}</trkseg></trk></gpx>`;

// A logbook as the app writes it, with as many lines, each a log of its own, and one number in it changed.
const [head, ...lines] = (await (await priya.ask("/wenlow/logbook?handler=csv&class=quillet")).text()).split("\n").filter(Boolean);
const table = (count, change = (line) => line) => [head, ...Array.from({ length: count }, (_, at) => change(lines[at % lines.length].replace(/[0-9a-f]{8}-[0-9a-f-]{27}/, () => crypto.randomUUID())))].join("\n");
const logbook = (text) => asked(priya, "/wenlow/logbook?handler=Import&class=quillet", file("table", text, priyas));
const sums = await (await odalys.ask("/wenlow/classes/quillet/evidence/exchange?handler=Sums")).text();

// What takes the sender long to write is written before.
const [fiveThousand, more] = [file("bundle", manyLogs(5_000, "many-logs")), file("bundle", manyLogs(25_000, "more-logs"))];

// Each: what it is called, and what is done; it answers with the statuses that came.
const bombs = [
  ["track: 30,000 elements in each other (420 KB)", () => asked(priya, `${log}?handler=Track`, file("track", gpx("<trkpt>".repeat(30_000) + "</trkpt>".repeat(30_000)), priyas))],
  ["track: 100,001 points (7 MB)", () => asked(priya, `${log}?handler=Track`, file("track", gpx('<trkpt lat="1" lon="1"><time>2026-06-01T00:00:00Z</time></trkpt>'.repeat(100_001)), priyas))],
  ["calendar: every second", () => asked(odalys, "/wenlow/calendar?handler=File", file("file", calendar("RRULE:FREQ=SECONDLY")))],
  ["calendar: the 30th of February", () => asked(odalys, "/wenlow/calendar?handler=File", file("file", calendar("RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30")))],
  ["calendar: every day, at each hour and minute", () => asked(odalys, "/wenlow/calendar?handler=File", file("file", calendar(`RRULE:FREQ=DAILY;BYHOUR=${[...Array(24).keys()].join(",")};BYMINUTE=${[...Array(60).keys()].join(",")}`)))],
  ["calendar: 20,000 single days more", () => asked(odalys, "/wenlow/calendar?handler=File", file("file", calendar(`RDATE:${singleDays}`)))],
  ["calendar: 20,000 days taken out", () => asked(odalys, "/wenlow/calendar?handler=File", file("file", calendar(`RRULE:FREQ=DAILY\r\nEXDATE:${singleDays}`)))],
  ["calendar: 200 days that come daily since the year 1", () => asked(odalys, "/wenlow/calendar?handler=File", file("file", ancient))],
  ["calendar: every second of the year by parts", () => asked(odalys, "/wenlow/calendar?handler=File", file("file", calendar(`RRULE:FREQ=YEARLY;BYDAY=MO,TU,WE,TH,FR,SA,SU;BYHOUR=${upTo(24)};BYMINUTE=${upTo(60)};BYSECOND=${upTo(60)}`)))],
  ["bundle: 5,000 logs, taken", () => asked(odalys, "/wenlow/import", fiveThousand)],
  ["bundle: 25,000 logs", () => asked(odalys, "/wenlow/import", more)],
  ["bundle: 5 MB of open brackets", () => asked(odalys, "/wenlow/import", file("bundle", "[".repeat(5_000_000)))],
  ["bundle: NUL in a name", () => asked(odalys, "/wenlow/import", file("bundle", JSON.stringify({ ...bundle, classes: [{ ...one, definition: { ...one.definition, name: "Qui\0let" } }] })))],
  ["bundle: a helm of 1e200 a unit", () => asked(odalys, "/wenlow/import", file("bundle", JSON.stringify({ ...bundle, people: undefined, classes: [one] }).replace(/"perUnit":-?[0-9.]+/, "\"perUnit\":1e200")))],
  ["bundle: a key of 10,000 letters", () => asked(odalys, "/wenlow/import", file("bundle", JSON.stringify({ ...bundle, classes: [{ ...one, key: "k".repeat(10_000) }] })))],
  ["bundles: 50 taken away at once", () => Promise.all(Array.from({ length: 50 }, () => odalys.ask("/wenlow/classes/many-logs/bundle.json").then(drained)))],
  ["bundles: 2,000 logs taken away by ten at once", () => Promise.all([odalys, tamsin, priya].flatMap((who) => Array.from({ length: 3 }, () => who.ask("/wenlow/classes/some-logs/bundle.json").then(drained))))],
  ["logbook: 900 lines", () => logbook(table(900))],
  ["logbook: 5,000 lines", () => logbook(table(5_000))],
  ["logbook: a mark of 1e200", () => logbook(table(2, (line) => line.replace(/gooseneck=[0-9.]+/, "gooseneck=1e200")))],
  ["logbook: a mark that is none", () => logbook(table(2, (line) => line.replace(/gooseneck=[0-9.]+/, "gooseneck=NaN")))],
  ["sums: 1e155 in each", () => asked(odalys, "/wenlow/classes/quillet/evidence/exchange", file("file", sums.replace(/:-?[0-9]+\.[0-9e-]+/g, ":1e155")))],
  ["sums: 400 KB of brackets", () => asked(odalys, "/wenlow/classes/quillet/evidence/exchange", file("file", "[".repeat(400_000)))],
  ["track: 20,000 attributes and namespaces", () => asked(priya, `${log}?handler=Track`, file("track", gpx(`<trkpt ${Array.from({ length: 20_000 }, (_, at) => `xmlns:n${at}="u${at}" n${at}:a="1"`).join(" ")}/>`), priyas))],
  ["calendar: a day of 10,000 years", () => asked(odalys, "/wenlow/calendar?handler=File", file("file", calendar("DURATION:P3650000D").replace(/DTEND:[^\r]*\r\n/, "")))],
  ["paste: 2,000 rows", () => asked(odalys, "/wenlow/classes/quillet/paste", form({ text: rows.split("\n").slice(0, 2000).join("\n") }))],
  ["table: 50,000 rows", () => asked(odalys, "/wenlow/classes/quillet/paste", form({ text: rows }))],
  ["log: a count of 100,000 letters", () => asked(priya, "/wenlow/classes/ferrin-16/log", form({ "mark-shroud": "a".repeat(100_000), sailedAt: "2026-05-01T12:00" }, priyas))],
  ["form: 5,000 fields", () => asked(odalys, "/wenlow/calendar", form(Object.fromEntries(Array.from({ length: 5000 }, (_, at) => [`f${at}`, "x"]))))],
  ["form: 20 MB at the sign-in", () => asked(new Visitor(base), "/sign-in", { method: "POST", body: "a".repeat(20_000_000), headers: { "content-type": "application/x-www-form-urlencoded" } })],
  ["form: NUL in a field", () => asked(odalys, "/wenlow/calendar", form({ title: "a\0b" }))],
  ["address: 60 KB", () => asked(odalys, `/wenlow?x=${"a".repeat(60_000)}`)],
  ["header: 100 KB", () => asked(odalys, "/wenlow", { headers: { "x-long": "a".repeat(100_000) } })],
  ["sign-in: 30 wrong passwords at once", async () => {
    const guesser = new Visitor(base);
    const its = await guesser.token();
    return Promise.all(Array.from({ length: 30 }, () => guesser.ask("/sign-in", form({ name: "tamsin", password: "guess" }, its)).then(drained)));
  }],
  ["sign-in: a password of 400 KB", async () => {
    const guesser = new Visitor(base);
    return [await guesser.ask("/sign-in", form({ name: "ebbe", password: "a".repeat(400_000) }, await guesser.token())).then(drained)];
  }],
  ["streams: 500 of one person", async () => {
    await tamsin.page("/wenlow");
    const stop = new AbortController();
    const statuses = await Promise.all(Array.from({ length: 500 }, () => tamsin.ask("/wenlow/today/stream", { signal: stop.signal }).then((answer) => answer.status)));
    stop.abort();
    return statuses;
  }],
  ["uploads: 20 bundles of 5 MB at once", () => Promise.all(Array.from({ length: 20 }, () => odalys.ask("/wenlow/import", file("bundle", `"${"a".repeat(5_000_000)}"`)).then(drained)))],
  ["founding: six at once without a code", () => Promise.all(Array.from({ length: 6 }, async () => {
    const founder = new Visitor(base);
    return founder.ask("/found", form({ clubName: "Mine", zone: "UTC" }, await founder.token())).then(drained);
  }))],
];

async function drained(answer) {
  await answer.arrayBuffer();
  return answer.status;
}

async function asked(visitor, path, options) {
  try {
    return [await visitor.ask(path, options).then(drained)];
  } catch (trouble) {
    // The server closed the line while more was being sent: it had answered.
    return [trouble.cause?.code === "UND_ERR_SOCKET" || trouble.cause?.code === "EPIPE" || trouble.cause?.code === "ECONNRESET" ? 413 : 0];
  }
}

const told = (statuses) => [...new Set(statuses)].sort().map((status) => `${status}${statuses.length > 1 ? ` × ${statuses.filter((other) => other === status).length}` : ""}`).join(", ");
let worst = { cpu: 0, seconds: 0, growth: 0 };
let ours = 0;
// The app's own code is warm before, so that what is measured is the work.
for (const path of ["/wenlow", "/wenlow/classes/quillet", "/wenlow/calendar", "/wenlow/import", "/wenlow/classes/quillet/paste"]) await odalys.page(path);
await asked(odalys, "/wenlow/import", file("bundle", manyLogs(2_000, "some-logs")));
console.log("| bomb | answered | s of processor for each served | s | MB more |\n|---|---|---:|---:|---:|");
for (const [name, blow] of bombs) {
  const before = memory("VmRSS");
  resetPeak();
  const [start, used] = [performance.now(), processor()];
  const statuses = await blow();
  // Of many that are served one after the other, what each costs.
  const served = Math.max(1, statuses.filter((status) => status < 400).length);
  const cpu = (processor() - used) / served;
  const seconds = (performance.now() - start) / 1000;
  const growth = Math.max(0, memory("VmHWM") - before);
  ours += statuses.filter((status) => status >= 500 || status === 0).length;
  worst = { cpu: Math.max(worst.cpu, cpu), seconds: Math.max(worst.seconds, seconds), growth: Math.max(worst.growth, growth) };
  console.log(`| ${name} | ${told(statuses)} | ${cpu.toFixed(2)} | ${seconds.toFixed(2)} | ${growth.toFixed(0)} |`);
}
await odalys.page("/wenlow/classes/quillet");
console.log(`limits: worst ${worst.cpu.toFixed(2)} s of processor, ${worst.seconds.toFixed(2)} s, ${worst.growth.toFixed(0)} MB, ${ours} refused as ours`);
const [seconds, megabytes] = (process.env.CEILING ?? "Infinity Infinity").split(" ").map(Number);
process.exitCode = ours > 0 || worst.cpu > seconds || worst.growth > megabytes ? 1 : 0;
