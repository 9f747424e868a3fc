// A picture is measured on a phone: taken, tapped, one point corrected, sent, and found at its look, in the log and on its page; the line is
// cut between tap and send.
import { readFileSync } from "node:fs";
import { expect, test } from "@playwright/test";
import { expectAccessible, expectNoSidewaysScroll } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";
import { openLine } from "./line.mjs";

const phone = { width: 360, height: 740 };
const Class = "/wenlow/classes/tandry";
const Leech = `${Class}/gauge/leech?question=leech-top`;
const folder = new URL("../../demo/", import.meta.url);
const picture = new URL("pictures/tandry-leech-open.jpg", folder).pathname;
/** What the demo says of the picture: where its points are, and that the leech stands nine and a half degrees open. */
const { tapped } = JSON.parse(readFileSync(new URL("wenlow.pictures.json", folder), "utf8")).find((one) => picture.endsWith(one.picture));
const metres = { "fact-mast": tapped.facts.mast, "fact-chord": tapped.facts.chord, "fact-away": tapped.facts.away };

async function choose(page) {
  await page.setInputFiles("[data-picture]", picture);
  await expect(page.locator("[data-canvas]")).toBeVisible();
}

/** Taps a point of the picture where it is seen. */
async function tap(page, { x, y }, off = 0) {
  const canvas = page.locator("[data-canvas]");
  await canvas.scrollIntoViewIfNeeded();
  const box = await canvas.boundingBox();
  const zoom = Math.min(box.width / tapped.width, box.height / tapped.height);
  const [left, top] = [(box.width - tapped.width * zoom) / 2, (box.height - tapped.height * zoom) / 2];
  await page.mouse.click(box.x + left + x * zoom + off, box.y + top + y * zoom);
}

const number = async (page) => Number(/([−\d.]+)°/.exec(await page.locator("#gauge-reading .gauge-number").textContent())[1].replace("−", "-"));

test("a picture is tapped, a point corrected by a finger and by keys, and its number stands at the look and in the log", async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL, viewport: phone, hasTouch: true });
  const page = await context.newPage();
  await signIn(page, "tamsin", `${Class}/card?wind=12&unit=kn&boat=class`);
  await page.locator(".look-at summary").first().click();
  await expectAccessible(page);
  await page.goto(`${Leech}&boat=class`);
  for (const [field, value] of Object.entries(metres)) await page.locator(`[name=${field}]`).fill(`${value} m`);
  await choose(page);
  for (const point of tapped.points.slice(0, 2)) await tap(page, point);
  // Tapped a finger's breadth off, and seen to be.
  await tap(page, tapped.points[2], 7);
  await expect(page.locator("#gauge-reading .gauge-number")).toContainText("open");
  const wrong = await number(page);
  await expectAccessible(page);
  await expectNoSidewaysScroll(page);
  // Under the loupe it goes back, pixel by pixel by the keys.
  const field = page.locator("[name=p2x]");
  await page.locator("[data-numbers] summary").click();
  await page.locator("[data-point=p2] [data-choose]").click();
  for (let presses = 0; presses < 80 && Number(await field.inputValue()) > tapped.points[2].x + 1; presses += 1) {
    await page.keyboard.press(Number(await field.inputValue()) > tapped.points[2].x + 11 ? "Shift+ArrowLeft" : "ArrowLeft");
  }
  await expect.poll(() => number(page)).toBeLessThan(wrong - 2);
  expect(Math.abs((await number(page)) - 9.5)).toBeLessThan(3);
  await expect(page.locator("#gauge-reading")).toContainText("Sheet a touch harder");
  // Undone, the last key is taken back.
  const before = await field.inputValue();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(field).not.toHaveValue(before);

  await page.getByRole("button", { name: "Keep it for my log" }).click();
  await page.waitForURL(/gauge\/readings\/\d+/);
  await expect(page.locator(".side-by-side canvas")).toHaveCount(2);
  await expect(page.locator(".side-by-side")).toContainText("The last that was right");
  await expectAccessible(page);
  await expectNoSidewaysScroll(page);
  // The picture is on this phone alone; given, the class sees it.
  await page.getByRole("button", { name: "Give it to the class" }).click();
  await expect(page.getByRole("button", { name: "Take the picture back" })).toBeVisible();
  const given = page.waitForEvent("load");
  await page.getByRole("button", { name: "Take the picture back" }).click();
  await given;

  await page.goto(`${Class}/log?wind=12&unit=kn&boat=class`);
  await expect(page.locator("[name=answer-leech-top][value=open]")).toBeChecked();
  await page.getByRole("button", { name: "Send the log" }).first().click();
  await page.waitForURL(/logbook\/\d+/);
  await expect(page.getByRole("main")).toContainText(/open \(\d+(\.\d)?° ± \d+(\.\d)?°, from a picture\)/);
  await page.goto(`${Class}/gauge`);
  await expect(page.locator(".gauge-series")).toContainText("The leech at the top?");
  await expectAccessible(page);
  await expectNoSidewaysScroll(page);
  await context.close();
});

test("the line is cut between tap and send: the points wait, and the reading comes when it is back", async ({ browser, baseURL }) => {
  const line = await openLine(baseURL);
  const context = await browser.newContext({ baseURL: line.url, viewport: phone, hasTouch: true });
  const page = await context.newPage();
  const series = () => page.locator(".gauge-series li", { hasText: "The leech at the top?" });
  const kept = async () => (await series().count()) + (await series().locator(".series-dot").count());
  await signIn(page, "tamsin", `${Class}/gauge`);
  const before = await kept();
  await page.goto(`${Leech}&boat=class`);
  for (const [field, value] of Object.entries(metres)) await page.locator(`[name=${field}]`).fill(`${value} m`);
  await choose(page);
  await page.waitForLoadState("networkidle");
  line.cut();
  for (const point of tapped.points) await tap(page, point);
  await expect(page.locator("#gauge-reading")).toContainText("No line");
  await page.getByRole("button", { name: "Keep it for my log" }).click();
  await expect(page.locator("[data-outbox-told]")).toContainText("Kept on this phone");
  line.mend();
  await page.goto(`${Class}/gauge`);
  await expect(async () => {
    await page.reload();
    expect(await kept()).toBeGreaterThan(before);
  }).toPass();
  line.close();
  await context.close();
});

test("what is no picture gets a sentence, and the points can be written as numbers", async ({ page }) => {
  await signIn(page, "priya", `${Leech}&boat=class`);
  for (const [name, type] of [["a.svg", "image/svg+xml"], ["a.mp4", "video/mp4"], ["a.heic", "image/heic"], ["a.jpg", "image/jpeg"]]) {
    await page.setInputFiles("[data-picture]", { name, mimeType: type, buffer: Buffer.from("<svg onload='window.ran = 1'/>") });
    await expect(page.locator("[data-picture-problem]")).toContainText("cannot be read as a picture");
  }
  expect(await page.evaluate("window.ran")).toBeUndefined();
  for (const [field, value] of Object.entries(metres)) await page.locator(`[name=${field}]`).fill(`${value} m`);
  for (const [at, { x, y }] of tapped.points.entries()) {
    await page.locator(`[name=p${at}x]`).fill(String(x));
    await page.locator(`[name=p${at}y]`).fill(String(y));
  }
  await page.locator("[name=p2y]").press("Tab");
  await expect.poll(() => number(page).catch(() => 0)).toBeGreaterThan(6);
  await expectAccessible(page);
});
