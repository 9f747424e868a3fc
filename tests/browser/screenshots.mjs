// Takes the pictures of the README anew, from a running app with fresh demo data:
//   ./start --reset-demo   and, beside it,   node tests/browser/screenshots.mjs [name ...]
import { readFileSync } from "node:fs";
import { chromium } from "@playwright/test";
import { launchOptions, signIn } from "./chromium.mjs";

// By name, for passkeys are of one.
const baseURL = process.env.BASE_URL ?? "http://localhost:8080";
const folder = process.env.SHOTS ?? new URL("../../docs/screenshots", import.meta.url).pathname;
const desktop = { width: 1280, height: 800 };
const phone = { width: 360, height: 740 };

const shots = [
  { name: "today", as: "priya", path: "/wenlow/today", size: desktop },
  { name: "fleet", as: "odalys", path: "/wenlow", size: desktop },
  { name: "matrix-lanes", as: "tamsin", path: "/wenlow/classes/quillet?cell=4.gooseneck", size: desktop },
  { name: "matrix-table", as: "odalys", path: "/wenlow/classes/orlop-9?view=table&plan=reef-1&cell=5.car", size: desktop },
  { name: "card-print", as: "odalys", path: "/wenlow/classes/tandry/card/print", size: desktop },
  { name: "boats", as: "tamsin", path: "/wenlow/classes/quillet/boats", size: desktop },
  { name: "card-phone", as: "priya", path: "/wenlow/classes/quillet/card?wind=14", size: phone },
  { name: "log-phone", as: "priya", path: "/wenlow/classes/quillet/log?wind=14", size: phone, full: true },
  { name: "afloat-phone", as: "priya", path: "/wenlow/classes/quillet/afloat?wind=14&unit=kn#up", size: phone },
  { name: "reefs", as: "odalys", path: "/wenlow/classes/orlop-9/reefs", size: desktop, full: true },
  { name: "rig-up-phone", as: "priya", path: "/wenlow/classes/pettle-65/rig-up?wind=8&boat=class", size: phone },
  { name: "balance", as: "odalys", path: "/wenlow/classes/tandry/balance?wind=12&unit=kn&heel=10", size: desktop },
  { name: "wrong-phone", as: "priya", path: "/wenlow/classes/ferrin-16/wrong?wind=12&unit=kn&look=leech-top~hooked&look=rudders-heavy~heavy", size: phone, full: true },
  { name: "gauge-beside", as: "priya", path: "/wenlow/classes/tandry/gauge", size: desktop, before: beside },
  { name: "gauge-phone", as: "priya", path: "/wenlow/classes/tandry/gauge/leech?question=leech-top&boat=class", size: phone, before: tapped },
  { name: "proposals", as: "odalys", path: "/wenlow/proposals", size: desktop },
  { name: "evidence", as: "priya", path: "/wenlow/classes/tandry/evidence", size: desktop },
  { name: "calendar", as: "priya", path: "/wenlow/calendar", size: desktop },
  { name: "logbook", as: "priya", path: "/wenlow/logbook?class=quillet&whose=class&sort=fast&wind=14&unit=kn", size: desktop },
];

/** The demo's picture of a leech that is open, tapped. */
async function tapped(page) {
  const demo = new URL("../../demo/", import.meta.url);
  const { tapped: known } = JSON.parse(readFileSync(new URL("wenlow.pictures.json", demo), "utf8")).find((one) => one.picture === "tandry-leech-open.jpg");
  await page.setInputFiles("[data-picture]", new URL("pictures/tandry-leech-open.jpg", demo).pathname);
  const canvas = page.locator("[data-canvas]");
  await canvas.waitFor();
  const box = await canvas.boundingBox();
  const zoom = Math.min(box.width / known.width, box.height / known.height);
  for (const { x, y } of known.points) {
    await page.mouse.click(box.x + (box.width - known.width * zoom) / 2 + x * zoom, box.y + (box.height - known.height * zoom) / 2 + y * zoom);
  }
  await page.locator("#gauge-reading .gauge-number").waitFor();
  await canvas.evaluate((picture) => window.scrollBy(0, picture.getBoundingClientRect().top - 8));
}

/** The newest picture given to the class, beside the last that was right. */
async function beside(page) {
  await page.locator(".gauge-given a").first().click();
  await page.locator(".side-by-side canvas").nth(1).waitFor();
}

const wanted = process.argv.slice(2);
const browser = await chromium.launch(launchOptions);
for (const shot of shots.filter((one) => wanted.length === 0 || wanted.includes(one.name))) {
  const context = await browser.newContext({ baseURL, viewport: shot.size, deviceScaleFactor: 1, serviceWorkers: "block" });
  const page = await context.newPage();
  if (shot.as) await signIn(page, shot.as, shot.path);
  else await page.goto(shot.path);
  if (shot.before) await shot.before(page);
  await page.waitForLoadState("networkidle");
  await page.screenshot({ path: `${folder}/${shot.name}.png`, fullPage: shot.full ?? false });
  await context.close();
}
await browser.close();
