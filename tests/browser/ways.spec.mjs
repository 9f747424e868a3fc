// The ways through: from search to any page by hand, five doors a class, what lies under the thumb, and what is new until it was seen.
import { expect, test } from "@playwright/test";
import { expectAccessible } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";

test.describe.configure({ mode: "serial" });
const phone = { viewport: { width: 360, height: 740 }, hasTouch: true };

test("three keys and Enter lead from anywhere to a class, a control or a page; arrows choose another", async ({ page }) => {
  await signIn(page, "odalys", "/wenlow/calendar");
  await page.keyboard.press("/");
  await expect(page.locator("#find")).toBeFocused();
  await page.keyboard.type("qui");
  await expect(page.locator("[data-find-list] a").first()).toContainText("Quillet");
  await expectAccessible(page);
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/classes\/quillet/);
  await page.keyboard.press("/");
  await page.keyboard.type("tandry kicker");
  await expect(page.locator("[data-find-list]")).toHaveAttribute("data-of", "tandry kicker");
  await expect(page.locator("[data-find-list] a").first()).toContainText("Vang");
  await page.keyboard.press("Enter");
  await page.waitForURL(/tandry\/controls#/);
  await page.keyboard.press("/");
  await page.keyboard.type("reef");
  await expect(page.locator("[data-find-list]")).toHaveAttribute("data-of", "reef");
  const second = page.locator("[data-find-list] a").nth(1);
  await expect(second).toBeVisible();
  const to = await second.getAttribute("href");
  await page.keyboard.press("ArrowDown");
  await expect(second).toHaveClass("is-chosen");
  await page.keyboard.press("Enter");
  await page.waitForURL((url) => url.pathname + url.hash === to);
  // Without an answer, or with a stranger's, nothing stands there, and least of all what was found for fewer letters.
  await page.keyboard.press("/");
  await page.keyboard.type("qui");
  await expect(page.locator("[data-find-list] a").first()).toBeVisible();
  await page.route(/handler=List/, (route) => route.fulfill({ status: 200, contentType: "text/html", body: "<h1>Pay for the line</h1><a href='/x'>here</a>" }));
  await page.keyboard.type("llet");
  await expect(page.locator("[data-find-list]")).toBeHidden();
  await expect(page.locator("[data-find-list] a")).toHaveCount(0);
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/find\?q=quillet/);
  await expect(page.locator(".found a").first()).toContainText("Quillet");
  await page.unroute(/handler=List/);
  // Ctrl K has all that can be gone to from here, from within a field too.
  await page.goto("/wenlow/classes/quillet/settings");
  await page.locator("main textarea").first().focus();
  await page.keyboard.press("Control+k");
  await expect(page.locator("[data-find-list] a", { hasText: "Helm trainer" })).toBeVisible();
  expect(await page.locator("[data-find-list] a").count()).toBeGreaterThan(25);
  await page.keyboard.type("trials");
  await expect(page.locator("[data-find-list] a").first()).toContainText("Quillet");
  await page.keyboard.press("Enter");
  await page.waitForURL(/quillet\/trials/);
  // What is like nothing says so on a page of its own.
  await page.keyboard.press("/");
  await page.keyboard.type("xyzzyx");
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/find\?q=xyzzyx/);
  await expect(page.getByText("Nothing is called like")).toBeVisible();
  await expectAccessible(page);
});

test("any page of a class is two clicks from any other, and each says behind which door it is", async ({ page }) => {
  await signIn(page, "odalys", "/wenlow/classes/quillet");
  for (const [door, place] of [["Set-up", "Crews"], ["Card", "Helm trainer"], ["Evidence", "Trials"], ["Boats", "Strips"], ["Matrix", "History"]]) {
    await page.getByRole("navigation", { name: "Quillet", exact: true }).getByRole("link", { name: door, exact: true }).click();
    await page.getByRole("navigation", { name: `${door}, Quillet` }).getByRole("link", { name: place, exact: true }).click();
    await expect(page.locator(".class-pages [aria-current=page]")).toHaveText(place);
    await expect(page.locator(".class-doors [aria-current]")).toHaveText(door);
  }
});

test("under the thumb of a phone lie now, log, logbook and learn; nothing with the focus hides beneath them", async ({ browser, baseURL }) => {
  const page = await (await browser.newContext({ ...phone, baseURL })).newPage();
  await signIn(page, "priya", "/wenlow/today");
  const bar = page.locator(".thumb-bar");
  for (const [name, shows] of [["Learn", /Learn/], ["Logbook", /sail|session|log/i], ["Now", /./], ["Log", /./]]) {
    const link = bar.getByRole("link", { name, exact: true });
    expect((await link.boundingBox()).height).toBeGreaterThanOrEqual(44);
    await link.tap();
    await expect(page.locator("h1").first()).toHaveText(shows);
    await expectAccessible(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  }
  // What is found stands on the screen, whole.
  await page.goto("/wenlow/learn");
  await page.locator("#find").tap();
  await page.locator("#find").fill("kicker");
  const found = await page.locator("[data-find-list] a").first().boundingBox();
  expect(found.x).toBeGreaterThanOrEqual(0);
  expect(found.x + found.width).toBeLessThanOrEqual(360);
  expect(found.height).toBeGreaterThanOrEqual(44);
  await page.keyboard.press("Escape");
  await page.goto("/wenlow/learn");
  const top = (await bar.boundingBox()).y;
  for (let tab = 0; tab < 40; tab += 1) {
    await page.keyboard.press("Tab");
    const under = await page.evaluate((above) => {
      const at = document.activeElement;
      return at.closest(".thumb-bar, body > .skip") || at === document.body ? false : at.getBoundingClientRect().bottom > above + 1;
    }, top);
    expect(under).toBe(false);
  }
});

test("a published change stands on its sailor's card and on Today until they have seen it", async ({ browser, baseURL }) => {
  const captain = await (await browser.newContext({ baseURL })).newPage();
  await signIn(captain, "odalys", "/wenlow/classes/gessamy/settings");
  await captain.locator("textarea[name=about]").fill("A sailboard with three sails, and a word more.");
  await captain.locator("main form").filter({ has: captain.locator("textarea[name=about]") }).getByRole("button", { name: /Save/ }).click();
  await captain.goto("/wenlow/classes/gessamy/versions");
  if (await captain.getByLabel("It is meant so; publish it").count()) await captain.getByLabel("It is meant so; publish it").check();
  await captain.getByLabel("Why?").fill("One more word about her.");
  await captain.getByRole("button", { name: /Publish as version/ }).click();
  await expect(captain.getByRole("heading", { name: /^Version/ }).first()).toBeVisible();

  const sailor = await (await browser.newContext({ ...phone, baseURL })).newPage();
  await signIn(sailor, "priya", "/wenlow/classes/gessamy/card?wind=12&unit=kn");
  const news = sailor.locator(".news");
  await expect(news).toContainText("One more word about her.");
  await news.locator("summary").tap();
  await expectAccessible(sailor);
  await news.getByRole("button", { name: "Got it" }).tap();
  await expect(sailor.locator("#card")).toBeVisible();
  await expect(news).toHaveCount(0);
});
