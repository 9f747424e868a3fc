// What a sailor's phone feels: pages opened cold over a thin line by a slow processor, what moves under the thumb, what an act waits for, and
// the same out of the pack without a line. Medians of five.
import { get } from "node:http";
import { brotliDecompressSync } from "node:zlib";
import { chromium } from "../tests/browser/node_modules/@playwright/test/index.mjs";
import { launchOptions, signIn } from "../tests/browser/chromium.mjs";
import { openLine } from "../tests/browser/line.mjs";

const times = Number(process.argv[2] ?? 5);
const Class = "/wenlow/classes/quillet";
const at = "?wind=14&unit=kn";
const thin = { offline: false, latency: 150, downloadThroughput: 1_600_000 / 8, uploadThroughput: 750_000 / 8 };
const SLOWER = 4;

/** Each page with what is done on it. */
const pages = {
  Today: ["/wenlow/today" + at, (page) => slide(page, "#ask")],
  card: [`${Class}/card${at}`, (page) => slide(page, "#wind")],
  afloat: [`${Class}/afloat${at}`, (page) => page.locator(".afloat .more summary").first().click()],
  "rig-up": [`${Class}/rig-up${at}`, (page) => page.locator(".in-sight .rig-answer").first().click()],
  log: [`${Class}/log${at}`, async (page) => {
    await page.locator(".tack .chip").first().click();
    await page.getByRole("button", { name: "All held" }).click();
  }],
  check: [`${Class}/check${at}`, (page) => page.locator("[data-step]:not([hidden]) label").first().click()],
  wrong: [`${Class}/wrong${at}`, (page) => page.locator("main nav a").first().click({ noWaitAfter: true })],
  lanes: [Class, async (page) => {
    await page.locator("[data-cell][tabindex='0']").first().focus();
    for (const key of ["ArrowRight", "ArrowRight", "ArrowDown"]) await page.keyboard.press(key);
  }],
  table: [`${Class}?view=table`, async (page) => {
    await page.locator("[data-cell][tabindex='0']").first().focus();
    for (const key of ["ArrowRight", "ArrowDown", "ArrowLeft"]) await page.keyboard.press(key);
  }],
};
const packed = ["card", "afloat", "rig-up", "log"];

async function slide(page, what) {
  await page.locator(what).focus();
  for (let step = 0; step < 3; step += 1) await page.keyboard.press("ArrowRight");
}

/** The browser's own figures, kept from the first byte on. */
function watch() {
  const seen = { lcp: 0, cls: 0, inp: 0, fcp: 0 };
  window.seen = seen;
  const on = (type, take, more = {}) => new PerformanceObserver((list) => list.getEntries().forEach(take)).observe({ type, buffered: true, ...more });
  on("largest-contentful-paint", (entry) => { seen.lcp = entry.startTime; });
  on("paint", (entry) => { if (entry.name === "first-contentful-paint") seen.fcp = entry.startTime; });
  on("layout-shift", (entry) => { if (!entry.hadRecentInput) seen.cls += entry.value; });
  on("event", (entry) => { if (entry.interactionId) seen.inp = Math.max(seen.inp, entry.duration); }, { durationThreshold: 16 });
}

const browser = await chromium.launch(launchOptions);
const line = await openLine(process.env.BASE_URL);
const options = { baseURL: line.url, viewport: { width: 360, height: 740 }, hasTouch: true };

async function person() {
  const context = await browser.newContext({ ...options, serviceWorkers: "block" });
  const page = await context.newPage();
  await signIn(page, "priya", "/outbox");
  const state = await context.storageState();
  await context.close();
  return state;
}

async function slowly(page, network) {
  const session = await page.context().newCDPSession(page);
  await session.send("Emulation.setCPUThrottlingRate", { rate: SLOWER });
  let bytes = 0;
  await session.send("Network.enable");
  if (network) await session.send("Network.emulateNetworkConditions", network);
  session.on("Network.loadingFinished", (done) => { bytes += done.encodedDataLength; });
  return () => bytes;
}

async function cold(state, [path, act]) {
  const context = await browser.newContext({ ...options, storageState: state, serviceWorkers: "block" });
  const page = await context.newPage();
  await page.addInitScript(watch);
  const bytes = await slowly(page, thin);
  await page.goto(path);
  await page.waitForLoadState("networkidle");
  const loaded = bytes();
  const before = await page.evaluate(() => ({ ...window.seen }));
  await act(page);
  await page.waitForTimeout(600);
  const after = await page.evaluate(() => ({ ...window.seen })).catch(() => before);
  await context.close();
  return { fcp: before.fcp, lcp: before.lcp, inp: after.inp, cls: Math.max(before.cls, after.cls), kb: loaded / 1024 };
}

/** How many pages a pack has, and what comes over the line for them. */
async function packSize(context, path) {
  const cookie = (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join("; ");
  const body = await new Promise((on) => {
    get(new URL(path, process.env.BASE_URL), { headers: { cookie, "Accept-Encoding": "br" } }, async (answer) => on(Buffer.concat(await answer.toArray())));
  });
  return { kb: body.length / 1024, count: brotliDecompressSync(body).toString().trimEnd().split("\n").length - 1 };
}

/** First paint out of the pack, and how large that is, compressed as it came. */
async function fromPack(state) {
  const context = await browser.newContext({ ...options, storageState: state });
  const page = await context.newPage();
  await page.goto(pages.card[0]);
  const isPacked = () => page.evaluate(async (list) => {
    for (const name of await caches.keys()) {
      for (const key of name.startsWith("lists:") ? await (await caches.open(name)).keys() : []) if (key.url.endsWith(list)) return true;
    }
    return false;
  }, "/pack");
  do await new Promise((on) => setTimeout(on, 500));
  while (!(await isPacked()));
  const size = await packSize(context, `${Class}/pack/pages`);
  do await page.reload();
  while (!(await page.evaluate(() => navigator.serviceWorker.controller !== null)));
  await page.waitForLoadState("networkidle");
  line.cut();
  await page.addInitScript(watch);
  await slowly(page, null);
  const paints = {};
  for (const name of packed) {
    paints[name] = [];
    for (let time = 0; time < times; time += 1) {
      await page.goto(pages[name][0]);
      await page.waitForFunction(() => window.seen.fcp > 0);
      paints[name].push(await page.evaluate(() => window.seen.fcp));
    }
  }
  line.mend();
  await context.close();
  return { paints, size };
}

const median = (all) => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)];
const state = await person();
const table = {};
for (const [name, page] of Object.entries(pages)) {
  await cold(state, page);
  const all = [];
  for (let time = 0; time < times; time += 1) all.push(await cold(state, page));
  table[name] = Object.fromEntries(Object.keys(all[0]).map((key) => [key, median(all.map((one) => one[key]))]));
}
const pack = await fromPack(state);
console.log("page     first paint s  LCP s  INP ms   CLS    KB  from the pack s");
for (const [name, { fcp, lcp, inp, cls, kb }] of Object.entries(table)) {
  const from = pack.paints[name] ? (median(pack.paints[name]) / 1000).toFixed(2) : "";
  console.log(`${name.padEnd(8)} ${(fcp / 1000).toFixed(2).padStart(13)} ${(lcp / 1000).toFixed(2).padStart(6)} ${inp.toFixed(0).padStart(7)} ${cls.toFixed(3).padStart(6)} ${kb.toFixed(0).padStart(5)} ${from.padStart(16)}`);
}
console.log(`The pack of the class: ${pack.size.count} pages, ${pack.size.kb.toFixed(0)} KB over the line.`);
const worst = (key) => Math.max(...Object.values(table).map((one) => one[key]));
console.log(`phone: worst LCP ${(worst("lcp") / 1000).toFixed(2)} s, worst INP ${worst("inp").toFixed(0)} ms`);
line.close();
await browser.close();
