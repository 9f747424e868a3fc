// Making a boat ready, changing her, reefing her: by thumb on a phone, with a line that comes and goes.
import { expect, test } from "@playwright/test";
import { expectAccessible, expectNoSidewaysScroll } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";

const phone = { width: 360, height: 740 };

async function onPhone(browser, baseURL, who, path) {
  const context = await browser.newContext({ baseURL, viewport: phone, hasTouch: true });
  const page = await context.newPage();
  await signIn(page, who, path);
  return page;
}

test("the card's first screen says what to set, with every mark of nine controls", async ({ browser, baseURL }) => {
  const page = await onPhone(browser, baseURL, "priya", "/wenlow/classes/ferrin-16/card?wind=14&boat=class");
  const names = page.locator("#card .mark-lines dt");
  // And then where the crew sits, and how far she heels.
  await expect(names).toHaveCount(12);
  for (let at = 0; at < 9; at += 1) {
    const line = names.nth(at).locator("xpath=..");
    const box = await line.locator("dd").first().boundingBox();
    expect(box.y + box.height, await names.nth(at).textContent()).toBeLessThanOrEqual(phone.height);
  }
  // The words are one tap away.
  await expect(page.getByText("More: the rig leans", { exact: false })).toHaveCount(0);
  await page.locator("#card .mark-lines summary").first().tap();
  await expect(page.locator("#card .mark-lines details[open] strong").first()).toContainText("unless the rig is held");
  await expectNoSidewaysScroll(page);
  await expectAccessible(page);
  await page.context().close();
});

test("a radio yacht is made ready from the cradle by thumb, through a lost line, and goes on where it was left", async ({ browser, baseURL }) => {
  const page = await onPhone(browser, baseURL, "tamsin", "/wenlow/classes/pettle-65/card?wind=8&boat=class");
  await page.getByRole("link", { name: "Rig up" }).tap();
  await expect(page.locator(".rig-up")).toContainText("wait for the breeze");
  await expectAccessible(page);
  const steps = await page.locator(".rig-step").count();
  let taps = 0;
  const answer = async (name) => {
    const inSight = page.locator(".rig-step.in-sight");
    await inSight.locator(".rig-answer", { hasText: name }).tap();
    taps += 1;
  };
  // One step stands in sight, with its mark, under the thumb.
  await expect(page.locator(".rig-step.in-sight")).toHaveCount(1);
  await answer("Set");
  await expect(page.locator(".rig-line")).toHaveText("Kept at the club.");
  await page.context().setOffline(true);
  await answer("Set");
  await expect(page.locator(".rig-line")).toContainText("kept on this phone");
  await answer("Leave out");
  await page.context().setOffline(false);
  await expect(page.locator(".rig-line")).toHaveText("Kept at the club.");
  await page.reload();
  await expect(page.locator(".rig-step.is-done")).toHaveCount(2);
  await expect(page.locator(".rig-step.is-skipped")).toHaveCount(1);
  for (let at = 3; at < steps; at += 1) {
    const look = page.locator(".rig-step.in-sight input[type=radio][name^=said-]");
    if (await look.count()) await look.first().check();
    await page.locator(".rig-step.in-sight .rig-answer").first().tap();
    taps += 1;
  }
  await expect(page.locator(".rig-step.in-sight")).toHaveCount(0);
  await page.getByRole("button", { name: "Ready to launch" }).tap();
  taps += 1;
  await expect(page.locator(".thanks")).toContainText(/\d+ of \d+ marks set\. Left out: Rudder trim\./);
  // A tap a step, and one to be ready.
  expect(taps).toBe(steps + 1);
  await page.context().close();
});

test("a trimaran is reefed with its gates, against the watch", async ({ browser, baseURL }) => {
  const page = await onPhone(browser, baseURL, "priya", "/wenlow/classes/orlop-9/card?wind=18&plan=full&boat=class");
  await expect(page.locator("#card")).toContainText("Reef before 20 kn, or gusts of 22 kn: then reef 1");
  await expect(page.locator("#card")).toContainText("Heel gives no warning");
  await page.getByRole("link", { name: "Procedures" }).tap();
  await page.getByRole("link", { name: "Take in a reef" }).tap();
  await expect(page.locator(".procedure")).toContainText("Reef upwind, never running");
  await expect(page.locator(".gate").last()).toContainText("Sheet back on the winch and clutch open? Only then tack.");
  await expectAccessible(page);
  await page.getByRole("button", { name: "Start the watch" }).tap();
  const ticks = page.locator(".drill-step input");
  const count = await ticks.count();
  await expect(ticks.nth(1)).toBeDisabled();
  await page.waitForTimeout(3200);
  for (let at = 0; at < count; at += 1) await ticks.nth(at).check();
  await expect(page.getByLabel("It took, seconds")).not.toHaveValue("");
  await page.getByRole("button", { name: "Keep the time" }).tap();
  await expect(page.locator(".thanks")).toContainText("Kept");
  await expect(page.locator(".procedure")).toContainText("of 1 drill");
  await page.context().close();
});

test("toward evening a sailboard goes a gear down by a list, and back by another", async ({ browser, baseURL }) => {
  const page = await onPhone(browser, baseURL, "priya", "/wenlow/classes/gessamy/card?wind=24&boat=class");
  await page.getByRole("link", { name: "What changes?" }).tap();
  await page.getByRole("navigation", { name: "To which wind?" }).getByRole("link", { name: "planing" }).tap();
  await expect(page.locator(".change-list")).toContainText("First the sails: 7.2 m²");
  const there = await page.locator(".set-steps li > span").allTextContents();
  expect(there.length).toBeGreaterThan(2);
  expect(new Set(there).size).toBe(there.length);
  await expectAccessible(page);
  await page.getByRole("link", { name: "The way back" }).tap();
  await expect(page.locator(".change-list")).toContainText("First the sails: 4.7 m²");
  expect((await page.locator(".set-steps li > span").allTextContents()).sort()).toEqual([...there].sort());
  await page.context().close();
});

test("reefs and limits read on a desk and a phone, and a captain's slip stays beside its field", async ({ page }) => {
  await signIn(page, "odalys", "/wenlow/classes/orlop-9/reefs");
  await expect(page.getByRole("region", { name: "Wind against sails" })).toContainText("computed from full sail");
  await expect(page.getByRole("img", { name: /gennaker: 90–120°: for everybody up to 10 kn/ })).toBeVisible();
  await expectAccessible(page);
  await page.setViewportSize(phone);
  await expectNoSidewaysScroll(page);
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole("link", { name: "Change reefs and limits" }).click();
  await expectAccessible(page);
  // A sail's corner is moved by the arrow keys, and its text says so; what is typed is drawn.
  const outline = page.locator("#outline-full-0");
  const before = await outline.inputValue();
  const corner = page.getByRole("button", { name: /^main, corner 2/ }).first();
  await corner.focus();
  await page.keyboard.press("Shift+ArrowUp");
  await expect(outline).not.toHaveValue(before);
  await expect(corner).toBeFocused();
  await outline.fill(before);
  await page.locator("#outline-full-1").fill("8.5 0.9, 4.1");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.locator("#outline-full-1-problem")).toContainText("is no point");
  await expect(page.locator("#outline-full-1")).toHaveValue("8.5 0.9, 4.1");
  for (const path of ["/wenlow/classes/orlop-9/cautions", "/wenlow/classes/ferrin-16/couplings?control=rake", "/wenlow/classes/ferrin-16/rake", "/wenlow/classes/orlop-9/procedures/reef/edit", "/wenlow/safety", "/wenlow/classes/skelvin/plans"]) {
    await page.goto(path);
    await expectAccessible(page);
  }
});
