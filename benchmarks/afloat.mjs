// Outings of one phone: logs are made with and without a line while the line is cut in the middle of a send, the browser or the app is killed,
// two tabs send at once, the phone's watch is days off, and a version is published before the log arrives. In the end every log that was kept is
// at the club, once, on the version its page named.
import { execFileSync, spawn } from "node:child_process";
import { mkdtempSync, openSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium } from "../tests/browser/node_modules/@playwright/test/index.mjs";
import { launchOptions, signIn } from "../tests/browser/chromium.mjs";
import { openLine } from "../tests/browser/line.mjs";
import { sql } from "./database.mjs";
import { send } from "./growth.mjs";
import { Visitor } from "./visitor.mjs";
import { answers } from "../scripts/answers.mjs";

const outings = Number(process.argv[2] ?? 200);
let seed = Number(process.argv[3] ?? 30);
const chance = () => ((seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648);
const oneOf = (list) => list[Math.floor(chance() * list.length)];

const Log = "/wenlow/classes/brannet/log?unit=kn&wind=";
const folder = mkdtempSync(join(tmpdir(), "regatta-phone-"));
const port = Number(process.env.WEB_PORT);
const log = openSync(join(process.env.ROOT, ".local/bench-web.log"), "w");
const app = () =>
  spawn("dotnet", ["Regatta.Web.dll"], {
    cwd: process.env.APP_FOLDER,
    stdio: ["ignore", log, log],
    env: { ...process.env, REGATTA_DATABASE: process.env.APP_DATABASE, ASPNETCORE_URLS: `http://127.0.0.1:${port}`, REGATTA_DEMO: "IfEmpty", REGATTA_DOORS_A_MINUTE: "100000" },
  });
const ready = () => answers(`http://127.0.0.1:${port}/health/ready`, () => web.exitCode === null && web.signalCode === null);
let web = app();
// However it ends, nothing of it goes on.
process.on("exit", () => web.kill("SIGKILL"));
await ready();
const line = await openLine(`http://127.0.0.1:${port}`);

let phone;
let page;
async function switchOn(days = 0) {
  phone = await chromium.launchPersistentContext(folder, { ...launchOptions, baseURL: line.url, viewport: { width: 360, height: 740 } });
  await phone.addInitScript((off) => {
    const now = Date.now.bind(Date);
    Date.now = () => now() + off;
  }, days * 86_400_000);
  page = await phone.newPage();
}

const kill = () => {
  for (const pid of execFileSync("pgrep", ["-f", folder], { encoding: "utf8" }).split("\n").filter(Boolean)) {
    try {
      process.kill(Number(pid), "SIGKILL");
    } catch {
      // It went with its parent.
    }
  }
};

/** The class is in the pack, and the page under the worker: one that was on its way when the worker began is not its own yet. */
async function readied() {
  await page.goto("/wenlow/classes/brannet/card?wind=12&unit=kn");
  const isPacked = async () => {
    for (const name of await caches.keys()) {
      for (const key of name.startsWith("lists:") ? await (await caches.open(name)).keys() : []) if (key.url.endsWith("/brannet/pack")) return true;
    }
    return false;
  };
  do await new Promise((on) => setTimeout(on, 500));
  while (!(await page.evaluate(isPacked)));
  do await page.reload();
  while (!(await page.evaluate(() => navigator.serviceWorker.ready.then(() => navigator.serviceWorker.controller !== null))));
  await page.waitForLoadState("networkidle");
}

await switchOn();
await signIn(page, "priya", "/wenlow");
await readied();

/** With a line all goes; a sign-in that ended with its browser is asked for, and then all goes. */
async function emptied(fault) {
  await page.goto("/outbox");
  const ended = page.url().includes("/sign-in");
  if (ended) await signIn(page, "priya", "/outbox");
  await page
    .waitForFunction(() => (document.querySelector("[data-outbox-empty]")?.hidden === false || document.querySelector(".outbox li")) && !document.querySelector(".outbox .is-waits"), null, { timeout: 120_000 })
    .catch(async () => {
      throw new Error(`After “${fault}” it still waits: ${await page.locator("main").innerText()}`);
    });
  if (ended) await readied();
}

/** The captain changes what is said about the class and publishes it. */
async function publish(reason) {
  const captain = new Visitor(`http://127.0.0.1:${port}`);
  await captain.demo("odalys");
  const own = "/wenlow/classes/brannet";
  const ask = async (path) => (await captain.ask(path)).text();
  await send(captain, `${own}/settings`, await ask(`${own}/settings`), 'class="stack', { about: `Before ${reason}.` });
  await send(captain, `${own}/versions`, await ask(`${own}/versions`), 'class="stack"', { reason, unfit: "yes" });
}

const versions = new Map();
const kept = new Set();
const maybe = new Set();
const done = {};
for (let outing = 1; outing <= outings; outing++) {
  const fault = oneOf(["none", "no line", "cut in the middle", "browser killed", "browser killed at once", "app killed", "two tabs", "watch off", "version published"]);
  done[fault] = (done[fault] ?? 0) + 1;
  const said = `outing ${outing} of ${process.pid}`;
  if (fault === "watch off") {
    await phone.close();
    await switchOn(oneOf([-2, 2]));
  }
  if (fault === "no line" || fault === "browser killed" || fault === "two tabs" || fault === "version published") line.cut();
  await page.goto(Log + oneOf([4, 8, 12, 16, 20]));
  await page
    .getByRole("textbox", { name: "Note", exact: true })
    .fill(said)
    .catch(async () => {
      throw new Error(`No log to write at outing ${outing} with “${fault}”: ${page.url()} ${await page.locator("body").innerText()}`);
    });
  if (fault === "app killed") web.kill("SIGKILL");
  maybe.add(said);
  versions.set(said, await page.locator("main input[name=version]").first().inputValue());
  await page.locator("button.btn-act", { hasText: "Send the log" }).last().click({ noWaitAfter: true });
  if (fault === "cut in the middle") setTimeout(() => line.cut(), chance() * 120);
  if (fault === "browser killed at once") {
    await new Promise((on) => setTimeout(on, chance() * 200));
    kill();
    await phone.close().catch(() => {});
    await switchOn();
  } else {
    await page.waitForFunction(() => location.pathname.includes("logbook") || document.querySelector("[data-outbox-told]")?.hidden === false, null, { timeout: 60_000 }).catch(() => {});
    kept.add(said);
  }
  if (fault === "browser killed") {
    kill();
    await phone.close().catch(() => {});
    await switchOn();
  }
  if (fault === "app killed") {
    web = app();
    await ready();
  }
  if (fault === "version published") await publish(said);
  line.mend();
  if (fault === "two tabs") {
    const other = await phone.newPage();
    await Promise.all([other.goto("/outbox"), page.goto("/outbox")]);
    await other.close();
  }
  await emptied(fault);
}

line.mend();
await emptied("the end");
const refused = await page.locator(".outbox .is-refused").count();
const counts = new Map(sql(`select note, count(*) from session_logs where note like 'outing % of ${process.pid}' group by note`).split("\n").filter(Boolean).map((row) => row.split("|")));
const lost = [...kept].filter((said) => !counts.has(said));
const read = new Map(sql(`select note, version from session_logs where note like 'outing % of ${process.pid}'`).split("\n").filter(Boolean).map((row) => row.split("|")));
const wrong = [...read].filter(([said, version]) => version !== versions.get(said)).length;
const doubled = [...maybe].filter((said) => Number(counts.get(said) ?? 0) > 1).length;
console.log(Object.entries(done).map(([fault, times]) => `${fault}: ${times}`).join(", "));
console.log(`${counts.size} logs at the club of ${maybe.size} that were sent, ${refused} refused, ${wrong} read on another version than their page named`);
if (lost.length > 0) console.log(`Lost: ${lost.join(", ")}`);
if (wrong > 0) process.exitCode = 1;
console.log(`afloat: ${lost.length} lost, ${doubled} doubled of ${kept.size}`);
line.close();
await phone.close();
web.kill("SIGTERM");
rmSync(folder, { recursive: true, force: true });
