// Faults against a history checker: sailors send and correct logs and make boats ready, captains write cells, end trials and decide two at
// once on one proposal while the app, its database and the line between them are killed, stopped and cut; in the end every log that was
// acknowledged is there once and whole, as it was corrected last, every cell as its writers were told, every trial has ended with all its
// runs logged once, or goes on with none, every rig-up that ended has all its notes, and no proposal was decided on twice.
//   ./bench faults [minutes] [seconds between faults]
import { execFileSync, spawn } from "node:child_process";
import { openSync, readFileSync, readdirSync, rmSync } from "node:fs";
import { setTimeout as pause } from "node:timers/promises";
import { answers } from "../scripts/answers.mjs";
import { sql } from "./database.mjs";
import { OTHERWISE, base, history, idle, running, work } from "./fault-work.mjs";

const between = Number(process.argv[3] ?? 8);
const { APP_FOLDER, PG_FOLDER, PG_BIN, PG_PORT } = process.env;
const owner = process.getuid() === 0 ? ["runuser", "-u", "postgres", "--"] : [];
const { acknowledged, written, ended, rigged, failures } = history;

function grouped(all, by) {
  const groups = {};
  for (const one of all) (groups[by(one)] ??= []).push(one);
  return groups;
}

let web;
function startWeb() {
  const log = openSync(`${APP_FOLDER}/../faults-web.log`, web ? "a" : "w");
  web = spawn("dotnet", ["Regatta.Web.dll"], { cwd: APP_FOLDER, stdio: ["ignore", log, log], env: { ...process.env, REGATTA_DATABASE: process.env.APP_DATABASE, ASPNETCORE_URLS: base, REGATTA_DEMO: "IfEmpty", REGATTA_DOORS_A_MINUTE: "100000" } });
}

const answering = () => answers(`${base}/health/ready`, () => web.exitCode === null && web.signalCode === null);

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
    sql("select pg_terminate_backend(pid) from pg_stat_activity where usename = 'regatta_app'");
  },
  async "a backend killed, the server recovers"() {
    const [victim] = sql("select pid from pg_stat_activity where usename = 'regatta_app' limit 1").split("\n");
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

startWeb();
await answering();
const all = work();
const counts = {};
await pause(2000);
for (let round = 0; running(); round += 1) {
  const [name, fault] = Object.entries(faults)[round % Object.keys(faults).length];
  await fault();
  counts[name] = (counts[name] ?? 0) + 1;
  await pause(between * 1000);
}
await Promise.all(all);
await answering();

const rows = grouped(
  sql("select split_part(l.note, ' ', 1), l.note, coalesce(max(m.mark) filter (where m.control = 'gooseneck'), 0), count(m.control) from session_logs l left join log_marks m on (m.club_id, m.log_id) = (l.club_id, l.id) where l.note <> '' group by l.id, l.note").split("\n").map((line) => line.split("|")).map(([key, note, mark, marks]) => ({ key, note, mark: Number(mark), marks: Number(marks) })),
  ({ key }) => key,
);
const lost = acknowledged.filter(({ key }) => !rows[key]).length;
const doubled = acknowledged.filter(({ key }) => rows[key]?.length > 1).length;
const same = (row, log) => row.marks === 2 && row.note === log.note && Math.abs(row.mark - log.mark) < 1e-6;
const half = acknowledged.filter((log) => rows[log.key] && !same(rows[log.key][0], log) && !(log.maybe && same(rows[log.key][0], log.maybe))).length;
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
// Of the newest only, for notes are kept so many a person.
const ends = sql(`select r.key, (select count(*) from noted_runs n where (n.club_id, n.person_id, n.noted_at) = (r.club_id, r.person_id, r.finished_at) and n.control is not null)
  from rig_ups r where r.finished_at is not null and r.person_id = (select id from people where display_name = 'Priya Maddern') order by r.id desc`).split("\n").filter(Boolean).map((line) => line.split("|"));
const rigLost = rigged.slice(-300).filter((key) => !ends.some(([end]) => end === key)).length;
const rigHalf = ends.slice(0, 15).filter(([, notes]) => Number(notes) !== Object.keys(OTHERWISE).length).length;
web.kill("SIGTERM");
await new Promise((done) => web.once("exit", done));
// What pages read of the kept sums against a fit made anew.
let sums = "";
try {
  sums = execFileSync("dotnet", ["run", "-c", "Release", "--project", `${process.env.ROOT}/benchmarks/Regatta.Bench`, "--", "sums"], { encoding: "utf8" }).trim();
} catch (trouble) {
  failures.push(`sums: ${trouble.stdout}`);
}

for (const [name, count] of Object.entries(counts)) console.log(`${String(count).padStart(4)} × ${name}`);
for (const [what, many] of Object.entries(grouped(failures, (one) => one))) console.log(`${String(many.length).padStart(4)} × ${what}`);
const many = Object.values(counts).reduce((sum, one) => sum + one, 0);
console.log(`faults: ${many} faults, ${acknowledged.length} acknowledged logs, ${lost} lost, ${doubled} doubled, ${half} half; ${written.length} cell writes, ${cellsLost} lost; ${ended.length} trials ended, ${openTrials} still open, ${halfTrials} half; ${history.corrected} corrections; ${rigged.length} rig-ups, ${rigLost} lost, ${rigHalf} half; ${history.decided} decisions, ${history.decidedWrongly} wrong; ${sums}`);
process.exit(lost + doubled + half + cellsLost + openTrials + halfTrials + rigLost + rigHalf + history.decidedWrongly + failures.length + (idle() ? 1 : 0) === 0 ? 0 : 1);
