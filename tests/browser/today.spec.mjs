// The wind at the club, the fleet in it, a crew's own card, and a day planned.
import { expect, test } from "@playwright/test";
import { expectAccessible, expectNoSidewaysScroll } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";

test("the board tells the station's wind, goes on by itself, and answers what if by keyboard", async ({ page }) => {
  await signIn(page, "priya", "/wenlow/today");
  await expect(page.locator(".wind-big")).toBeVisible();
  await expectAccessible(page);
  await expect(page.locator(".today li, .own").filter({ hasText: "Quillet" })).toHaveCount(1);
  expect(await page.locator(".today li, .own").count()).toBeGreaterThanOrEqual(9);
  // The next look comes without anybody asking for it.
  const looks = [];
  page.on("response", (answer) => { if (new URL(answer.url()).pathname === "/wenlow/today") looks.push(answer); });
  await expect.poll(() => looks.length).toBeGreaterThan(0);

  await page.getByLabel("Slide to ask at another wind").focus();
  for (let press = 0; press < 4; press += 1) await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("heading", { name: /^And at / })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("link", { name: "Back to now" }).click();
  await expect(page.getByRole("heading", { name: "What is the wind" })).toBeVisible();
  await page.getByRole("link", { name: "For the clubhouse screen" }).click();
  await expect(page.locator(".board.big")).toBeVisible();
  await expectAccessible(page);
});

test("on a phone a light crew's card reads for them", async ({ page }) => {
  await page.setViewportSize({ width: 360, height: 740 });
  await signIn(page, "priya", "/wenlow/today?wind=18");
  await expectNoSidewaysScroll(page);
  // What was sailed last of one's own stands open, the others are a tap away.
  const folded = page.locator(".owns summary", { hasText: "Quillet" });
  if (await folded.isVisible()) await folded.click();
  await page.getByRole("link", { name: "Quillet" }).click();
  await page.getByText("Who sails? Yours alone").click();
  await page.getByLabel("Crew, kg").fill("52");
  await page.locator("details[open] button", { hasText: "Save" }).click();
  await page.goto("/wenlow/classes/quillet/card?wind=15");
  await expect(page.locator(".crew-sentence")).toHaveText("At 52 kg you sail 15 kn as the card’s 17.3 kn.");
  await expectAccessible(page);
  await expectNoSidewaysScroll(page);
});

test("the coordinator plans a day, and splits a band and joins it again", async ({ page }) => {
  const soon = new Date(Date.now() + 10 * 24 * 3600 * 1000).toISOString().slice(0, 10);
  await signIn(page, "odalys", "/wenlow/calendar");
  await page.getByLabel("What is it called?").fill("Reach sprint");
  await page.getByLabel("From", { exact: true }).fill(`${soon}T10:00`);
  await page.getByLabel("To", { exact: true }).fill(`${soon}T13:00`);
  await page.getByLabel("Skelvin").check();
  await page.getByRole("button", { name: "Add" }).click();
  await page.getByRole("link", { name: "Reach sprint" }).click();
  await expect(page.getByRole("heading", { name: "Skelvin" })).toBeVisible();
  await expectAccessible(page);

  // It is moved, on a phone, by keyboard alone.
  await page.setViewportSize({ width: 360, height: 740 });
  await page.getByRole("link", { name: "Change this day" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Change Reach sprint" })).toBeVisible();
  await expectAccessible(page);
  await expectNoSidewaysScroll(page);
  await page.getByLabel("Where?").focus();
  await page.keyboard.type("Inner reach");
  await page.keyboard.press("Enter");
  await expect(page.locator(".facts")).toContainText("Inner reach");
  await page.setViewportSize({ width: 1280, height: 800 });

  await page.goto("/wenlow/classes/skelvin/bands");
  await page.getByRole("button", { name: /^Split at/ }).first().click();
  await expect(page.getByText("upper drifting").first()).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Join with upper drifting" }).click();
  await expect(page.getByRole("button", { name: "Join with upper drifting" })).toHaveCount(0);
});
