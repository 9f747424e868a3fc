// Faults against a history checker: sailors send logs, captains write cells and end trials while the app, its database and the line between
// them are killed, stopped and cut; in the end every log that was acknowledged is there once and whole, every cell as its writers were told,
// and every trial has ended with all its runs logged once, or goes on with none.
//   ./bench faults [minutes] [seconds between faults]
import { execFileSync, spawn } from "node:child_process";
import { randomUUID } from "node:crypto";
import { openSync, readFileSync, readdirSync, rmSync } from "node:fs";
import { setTimeout as pause } from "node:timers/promises";
import { sql } from "./database.mjs";
import { fieldsOf } from "./growth.mjs";
import { Visitor } from "./visitor.mjs";

const minutes = Number(process.argv[2] ?? 10);
const between = Number(process.argv[3] ?? 8);
const { APP_FOLDER, PG_FOLDER, PG_BIN, PG_PORT, WEB_PORT } = process.env;
const base = `http://127.0.0.1:${WEB_PORT}`;
const owner = process.getuid() === 0 ? ["runuser", "-u", "postgres", "--"] : [];
const until = performance.now() + minutes * 60_000;
const running = () => performance.now() < until;
const failures = [];

function grouped(all, by) {
  const groups = {};
  for (const one of all) (groups[by(one)] ??= []).push(one);
  return groups;
}

let web;
function startWeb() {
  const log = openSync(`${APP_FOLDER}/../faults-web.log`, web ? "a" : "w");
  web = spawn("dotnet", ["Regatta.Web.dll"], { cwd: APP_FOLDER, stdio: ["ignore", log, log], env: { ...process.env, ASPNETCORE_URLS: base, REGATTA_DEMO: "IfEmpty", REGATTA_DOORS_A_MINUTE: "100000" } });
}

async function answering(path = "/health/ready") {
  for (let tries = 0; tries < 240; tries += 1) {
    try {
      if ((await fetch(base + path)).ok) return;
    } catch { /* Not yet. */ }
    await pause(250);
  }
  throw new Error("The app did not come back within a minute.");
}

// The server's own options are kept beside its data, so that it comes back on the same port.
const postgres = (...what) => execFileSync(owner[0] ?? `${PG_BIN}/pg_ctl`, [...owner.slice(1), ...(owner.length ? [`${PG_BIN}/pg_ctl`] : []), "-D", `${PG_FOLDER}/data`, ...what], { stdio: "ignore", cwd: PG_FOLDER });
const postmaster = () => Number(readFileSync(`${PG_FOLDER}/data/postmaster.pid`, "utf8").split("\n")[0]);
const family = (parent) => readdirSync("/proc").filter((name) => /^\d+$/.test(name)).map(Number).filter((process) => {
  try { return Number(/\) \S (\d+)/.exec(readFileSync(`/proc/${process}/stat`, "utf8"))[1]) === parent; } catch { return false; }
});

const faults = {
  async "the app killed"() {
    web.kill("SIGKILL");
    await pause(500);
    startWeb();
    await answering();
  },
  async "the app told to stop"() {
    web.kill("SIGTERM");
    await new Promise((done) => web.once("exit", done));
    startWeb();
    await answering();
  },
  async "all database connections ended"() {
    sql("select pg_terminate_backend(pid) from pg_stat_activity where pid <> pg_backend_pid() and usename = current_user");
  },
  async "a backend killed, the server recovers"() {
    const [victim] = sql("select pid from pg_stat_activity where usename = current_user and pid <> pg_backend_pid() limit 1").split("\n");
    if (victim) process.kill(Number(victim), "SIGKILL");
    await pause(1500);
  },
  async "the database server killed and started"() {
    const parent = postmaster();
    const children = family(parent);
    process.kill(parent, "SIGKILL");
    for (const child of children) try { process.kill(child, "SIGKILL"); } catch { /* It went with its parent. */ }
    await pause(1000);
    // Dead and not yet buried it still holds its number, as another program may after a power cut.
    for (const left of ["data/postmaster.pid", `.s.PGSQL.${PG_PORT}`, `.s.PGSQL.${PG_PORT}.lock`]) rmSync(`${PG_FOLDER}/${left}`, { force: true });
    postgres("-l", `${PG_FOLDER}/log`, "-w", "-t", "60", "-o", `-p ${PG_PORT} -c listen_addresses=127.0.0.1 -c unix_socket_directories=${PG_FOLDER} -c max_connections=200`, "start");
  },
  async "the line dead for seconds"() {
    const all = [postmaster(), ...family(postmaster())];
    for (const one of all) try { process.kill(one, "SIGSTOP"); } catch { /* Gone. */ }
    await pause(5000);
    for (const one of all) try { process.kill(one, "SIGCONT"); } catch { /* Gone. */ }
  },
};

const acknowledged = [];
async function sail(name, at) {
  const visitor = new Visitor(base);
  let token;
  for (let round = 0; running(); round += 1) {
    const key = randomUUID();
    const mark = `${15 + ((round + at) % 12)} in`;
    while (true) {
      try {
        if (!token) {
          await visitor.demo(name);
          token = await visitor.token("/wenlow/classes/quillet/log");
        }
        const body = new URLSearchParams({ logKey: key, boat: "class", version: "1", cardWind: "12 kn", windFrom: "10", windTo: "12", sailedAt: "2026-11-20T12:00", "mark-gooseneck": mark, "mark-daggerboard": "4 cm", helmPort: "3", helmStarboard: "4", steadyFullSpeed: "held", flat: "held", trimmed: "held", rudderCentred: "held", note: key, __RequestVerificationToken: token });
        const answer = await visitor.ask("/wenlow/classes/quillet/log?unit=kn", { method: "POST", body, signal: AbortSignal.timeout(20_000) });
        await answer.arrayBuffer();
        if (answer.status === 302 && /\/logbook\/\d+/.test(answer.headers.get("location") ?? "")) {
          acknowledged.push({ key, mark: parseFloat(mark) * 25.4 });
          break;
        }
        if (answer.status === 302 || answer.status === 400) token = undefined;
        else if (answer.status !== 503 && answer.status !== 429) failures.push(`a log was answered ${answer.status}`);
      } catch { /* The app is away; the phone tries again. */ }
      if (!running()) return;
      await pause(300);
    }
    await pause(150);
  }
}

const written = [];
async function tune(cell, at) {
  const visitor = new Visitor(base);
  let token;
  let revision;
  for (let round = 0; running();) {
    const mark = `${60 + ((round + at) % 12)} in`;
    try {
      if (!token) {
        await visitor.demo("odalys");
        token = await visitor.token("/wenlow/import");
      }
      if (revision === undefined) {
        const drawer = await (await visitor.ask(`/wenlow/classes/quillet?cell=${cell}`, { signal: AbortSignal.timeout(20_000) })).text();
        revision = Number(/name="revision" value="(\d+)"/.exec(drawer)?.[1]);
      }
      const body = new URLSearchParams({ revision, mark, tolerance: "1/2 in", target: "", note: "", __RequestVerificationToken: token });
      const answer = await visitor.ask(`/wenlow/classes/quillet?cell=${cell}&handler=Cell&act=save`, { method: "POST", body, headers: { "HX-Request": "true" }, signal: AbortSignal.timeout(20_000) });
      const text = await answer.text();
      if (answer.status === 200 && text.includes("Saved")) {
        written.push({ cell, mark: parseFloat(mark) * 25.4 });
        revision += 1;
        round += 1;
      } else if (answer.status === 302 || answer.status === 400) token = undefined;
      else {
        if (answer.status === 500) failures.push("a cell was answered 500");
        revision = undefined;
      }
    } catch {
      revision = undefined;
    }
    await pause(200);
  }
}

const TRIALS = "/wenlow/classes/quillet/trials";
const ended = [];
async function race(name) {
  const visitor = new Visitor(base);
  let known = false;
  // Asks until it is answered as it should be; whoever was signed out by a fault signs in again.
  const until302 = async (path, form, changes) => {
    while (running()) {
      try {
        if (!known) await visitor.demo(name);
        known = true;
        const page = await visitor.ask(path, { signal: AbortSignal.timeout(20_000) });
        const html = await page.text();
        known = page.status !== 302;
        if (page.status === 200 && !new RegExp(`<form[^>]*${form}`).test(html)) return undefined;
        if (page.status === 200) {
          const body = fieldsOf(html, form);
          for (const [field, value] of Object.entries(changes)) body.set(field, value);
          const action = new RegExp(`<form[^>]*${form}[^>]*>`).exec(html)[0];
          const to = /action="([^"]*)"/.exec(action)[1].replaceAll("&amp;", "&");
          const answer = await visitor.ask(to, { method: "POST", body, signal: AbortSignal.timeout(20_000) });
          await answer.arrayBuffer();
          const location = answer.headers.get("location") ?? "";
          if (answer.status === 302 && location.includes(TRIALS)) return location;
          if (answer.status === 500 || answer.status === 422) failures.push(`a trial was answered ${answer.status}`);
        }
      } catch { /* The app is away. */ }
      await pause(300);
    }
    return undefined;
  };
  while (running()) {
    const trial = await until302(`${TRIALS}?band=4&on=0`, `action="${TRIALS}`, { design: "one boat, back and forth", note: randomUUID() });
    for (let run = 0; run < 4 && trial; run += 1) await until302(trial, `action="${trial}"`, { port: "3", starboard: "4", wind: "13" });
    if (trial && running()) {
      await until302(trial, `action="${trial}[?]handler=End"`, {});
      if (running()) ended.push(Number(trial.slice(trial.lastIndexOf("/") + 1)));
    }
  }
}

startWeb();
await answering();
const work = [race("tamsin"), ...["priya", "tamsin", "odalys"].map(sail), ...["1.halyard-point", "2.halyard-point", "3.halyard-point"].map(tune)];
const counts = {};
await pause(2000);
for (let round = 0; running(); round += 1) {
  const [name, fault] = Object.entries(faults)[round % Object.keys(faults).length];
  await fault();
  counts[name] = (counts[name] ?? 0) + 1;
  await pause(between * 1000);
}
await Promise.all(work);
await answering();

const rows = grouped(
  sql("select l.note, l.id, coalesce(max(m.mark) filter (where m.control = 'gooseneck'), 0), count(m.control) from session_logs l left join log_marks m on (m.club_id, m.log_id) = (l.club_id, l.id) where l.note <> '' group by 1, 2").split("\n").map((line) => line.split("|")).map(([key, , mark, marks]) => ({ key, mark: Number(mark), marks: Number(marks) })),
  ({ key }) => key,
);
const lost = acknowledged.filter(({ key }) => !rows[key]).length;
const doubled = acknowledged.filter(({ key }) => rows[key]?.length > 1).length;
const half = acknowledged.filter(({ key, mark }) => rows[key] && (rows[key][0].marks !== 2 || Math.abs(rows[key][0].mark - mark) > 1e-6)).length;
let cellsLost = 0;
for (const cell of new Set(written.map((one) => one.cell))) {
  const [band, control] = cell.split(".");
  const history = sql(`select (after->>'Mark')::float from cell_edits where band = ${band} and control = '${control}' and class_id = (select id from classes where key = 'quillet') order by id`).split("\n").map(Number);
  let at = 0;
  for (const one of written.filter((write) => write.cell === cell)) {
    const found = history.findIndex((mark, place) => place >= at && Math.abs(mark - one.mark) < 1e-6);
    if (found < 0) cellsLost += 1;
    else at = found + 1;
  }
}
const trials = sql(`select t.id, t.ended_at is not null, (select count(*) from trial_runs r where (r.club_id, r.trial_id) = (t.club_id, t.id)),
    (select count(*) from trial_runs r join runs l on (l.club_id, l.from_at) = (r.club_id, r.sailed_at) where (r.club_id, r.trial_id) = (t.club_id, t.id))
  from trials t where t.note ~ '^[0-9a-f]{8}-[0-9a-f]{4}-'`).split("\n").filter(Boolean).map((line) => line.split("|"));
const halfTrials = trials.filter(([, over, kept, logged]) => Number(logged) !== (over === "t" ? Number(kept) : 0)).length;
const openTrials = trials.filter(([id, over]) => over !== "t" && ended.includes(Number(id))).length;
web.kill("SIGTERM");

for (const [name, count] of Object.entries(counts)) console.log(`${String(count).padStart(4)} × ${name}`);
for (const [what, many] of Object.entries(grouped(failures, (one) => one))) console.log(`${String(many.length).padStart(4)} × ${what}`);
const all = Object.values(counts).reduce((sum, one) => sum + one, 0);
console.log(`faults: ${all} faults, ${acknowledged.length} acknowledged logs, ${lost} lost, ${doubled} doubled, ${half} half; ${written.length} cell writes, ${cellsLost} lost; ${ended.length} trials ended, ${openTrials} still open, ${halfTrials} half`);
process.exit(lost + doubled + half + cellsLost + openTrials + halfTrials + (acknowledged.length === 0 || written.length === 0 ? 1 : 0) === 0 ? 0 : 1);
