// What the logs prove, from the fleet to a trial: planned at the desk, sailed on a phone, logged, heard of by an open bench.
import { expect, test } from "@playwright/test";
import { expectAccessible } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";

const orlop = "/wenlow/classes/orlop-9";
const phone = { width: 360, height: 740 };

test("the fleet at a glance leads to the queue, the queue to the cell that is decided on", async ({ page }) => {
  await signIn(page, "odalys", "/wenlow");
  await expect(page.locator(".cover svg").first()).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("link", { name: /proposals? to decide/ }).first().click();
  await expect(page.getByRole("heading", { name: "Proposals of the logs" })).toBeVisible();
  await expectAccessible(page);
  const first = page.locator(".queue li").first();
  const asked = await first.getByRole("heading").textContent();
  await first.getByRole("link", { name: "Accept, adjust or set aside" }).click();
  await expect(page.locator(".proposal")).toBeVisible();
  expect(asked).toContain(await page.locator(".class-head h1").textContent());
});

test("what the logs prove is read by keyboard, and the season is replayed", async ({ page }) => {
  await signIn(page, "priya", "/wenlow/classes/tandry/evidence");
  await expect(page.getByRole("heading", { name: "What do the logs prove?" })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("link", { name: "Replay", exact: true }).click();
  const slider = page.getByRole("slider");
  await slider.focus();
  // As early as may be: a hand quicker than the scripts is heard all the same.
  await page.keyboard.press("Home");
  await expect(page.locator("#drawn")).toContainText("Before the first run");
  await page.keyboard.press("End");
  await expect(page.locator("#drawn")).toContainText("As it was known on");
  await expectAccessible(page);
});

test("a trial is planned at the desk, sailed run by run on a phone, and an open bench hears of its log", async ({ browser }) => {
  const desk = await (await browser.newContext()).newPage();
  await signIn(desk, "odalys", `${orlop}/trials`);
  await expectAccessible(desk);
  await desk.getByLabel("How?").selectOption("one boat, back and forth");
  await desk.getByRole("button", { name: "Plan it" }).click();
  await expect(desk.getByRole("heading", { level: 2 })).toContainText("against");
  const at = new URL(desk.url()).pathname;
  await desk.goto(`${orlop}/evidence`);
  const logged = Number(/(\d+) runs logged/.exec(await desk.locator(".evidence").textContent())[1]);
  await desk.goto(orlop);

  const afloat = await (await browser.newContext({ viewport: phone })).newPage();
  await signIn(afloat, "priya", at);
  for (const [run, helm] of [[1, "4.2"], [2, "3.6"], [3, "3.5"], [4, "4.3"]]) {
    await afloat.getByLabel("Helm on port, degrees").fill(helm);
    await afloat.getByLabel("Helm on starboard, degrees").fill(helm);
    await afloat.getByLabel(/^Wind/).fill("12");
    await afloat.getByRole("button", { name: `Keep run ${run}` }).click();
    await expect(afloat.getByRole("button", { name: `Keep run ${run}` })).toHaveCount(0);
    await expect(afloat.locator(".trial-runs li").nth(run - 1)).toContainText("starboard");
  }
  await expect(afloat.getByLabel("What it says so far")).toContainText("2 pairs say");
  await expectAccessible(afloat);
  expect(await afloat.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  await afloat.getByRole("button", { name: "End it and log its runs" }).click();
  await expect(afloat.getByText("4 runs are logged")).toBeVisible();
  await desk.goto(`${orlop}/evidence`);
  await expect(desk.locator(".evidence")).toContainText(`${logged + 4} runs logged`);
});

test("somebody says on a phone that they come, and the trial is planned over them; a captain has the runs weighed anew", async ({ browser }) => {
  const desk = await (await browser.newContext()).newPage();
  await signIn(desk, "tamsin", "/wenlow/classes/quillet/trials?band=4");
  const on = new URL(await desk.getByRole("navigation", { name: "On which day?" }).getByRole("link").first().evaluate((link) => link.href)).searchParams.get("on");

  const phoned = await (await browser.newContext({ viewport: phone })).newPage();
  await signIn(phoned, "priya", `/wenlow/calendar/${on}`);
  await phoned.getByLabel("What do you sail?").selectOption("Quillet: Wagtail");
  await expectAccessible(phoned);
  await phoned.getByRole("button", { name: "I come" }).click();
  const coming = phoned.getByRole("region", { name: "Who comes" }).getByRole("list");
  await expect(coming).toContainText("Quillet: Wagtail");
  await phoned.goto(`/wenlow/calendar/${on}/coming`);
  await expectAccessible(phoned);
  expect(await phoned.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);

  await desk.reload();
  await desk.getByLabel("Who looks out?").selectOption({ label: await desk.locator("#looksOut option", { hasText: "Wagtail" }).textContent() });
  await desk.getByLabel("When does it begin?").fill("18:30");
  await expectAccessible(desk);
  await desk.getByRole("button", { name: "Plan it" }).click();
  await expect(desk.locator(".facts")).toContainText("looks out");
  await phoned.goto(`/wenlow/calendar/${on}`);
  await expect(phoned.getByRole("region", { name: "Trials" })).toContainText("18:30");
  await phoned.getByRole("button", { name: "Not coming" }).click();
  await expect(coming).not.toContainText("Wagtail");

  await desk.goto("/wenlow/classes/quillet/evidence");
  await desk.getByRole("button", { name: "Weigh all runs anew now" }).click();
  await expect(desk.getByRole("status")).toContainText("weighed anew");
  await desk.goto("/wenlow/classes/quillet/evidence/exchange");
  await expectAccessible(desk);
});
