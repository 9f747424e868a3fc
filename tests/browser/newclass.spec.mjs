// From nothing to a card, a strip and a first log: by a kit and by somebody's own table, with the clicks counted.
import { expect, test } from "@playwright/test";
import { expectAccessible, expectNoSidewaysScroll } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";

const TABLE = [
  ["", "light 0-4", "medium 5-8", "strong 9-14"],
  ["Gooseneck (in)", "16", "18 1/2", "20"],
  ["Vang", "0", "2 1/2", "5"],
  ["Strap", "loose", "loose", "tight"],
].map((row) => row.join("\t")).join("\n");

/** A page whose clicks are counted. */
function counting() {
  const counted = { clicks: 0, async click(what) { counted.clicks += 1; await what.click(); } };
  return counted;
}

async function logs(page, hand, path, mark, reading) {
  await page.goto(`${path}/card?wind=7&unit=kn`);
  await hand.click(page.getByRole("link", { name: "Sailed it? Log the session" }));
  const field = page.locator(`[name=mark-${mark}]`).first();
  if (!(await field.isVisible())) await hand.click(page.getByText("Change what differed"));
  await field.fill(reading);
  await hand.click(page.getByRole("button", { name: "Send the log" }).last());
  await expect(page.getByRole("status").first()).toBeVisible();
}

for (const [width, height] of [[1280, 800], [360, 740]]) {
  test(`a class of a kit is rigged, logged and has a strip before it has a mark, at ${width}`, async ({ browser, baseURL }) => {
    const context = await browser.newContext({ baseURL, viewport: { width, height } });
    const page = await context.newPage();
    const hand = counting();
    const name = `Sprat ${width}`;
    await signIn(page, "odalys", "/wenlow/new-class");
    await hand.click(page.getByRole("radio", { name: /Una-rig/ }));
    await page.getByLabel("What is the class called?").fill(name);
    await hand.click(page.getByRole("button", { name: "Make the class" }));
    const path = `/wenlow/classes/sprat-${width}`;
    await page.waitForURL(`**${path}/controls`);
    await page.goto(`${path}/card?wind=7&unit=kn`);
    await expect(page.locator("#card")).toContainText("no marks yet: note what you set");
    await expectAccessible(page);
    await page.goto(`${path}/strips`);
    await expect(page.locator("svg").first()).toBeVisible();
    await logs(page, hand, path, "vang", "3");
    expect(hand.clicks).toBeLessThanOrEqual(40);
    await context.close();
  });

  test(`a class of somebody's own table has card, strip and first log, at ${width}`, async ({ browser, baseURL }) => {
    const context = await browser.newContext({ baseURL, viewport: { width, height } });
    const page = await context.newPage();
    const hand = counting();
    await signIn(page, "odalys", "/wenlow/new-class");
    await hand.click(page.getByRole("link", { name: "Paste it" }));
    await page.getByLabel("The table, with its headings").fill(TABLE);
    await hand.click(page.getByRole("button", { name: "Read it" }));
    await expect(page.getByText("3 bands, 3 controls")).toBeVisible();
    await expectAccessible(page);
    await expectNoSidewaysScroll(page);
    await page.getByLabel("What is the class called?").fill(`Tabled ${width}`);
    await hand.click(page.getByRole("button", { name: "Make the class" }));
    const path = `/wenlow/classes/tabled-${width}`;
    await page.waitForURL(`**${path}`);
    await hand.click(page.getByRole("link", { name: "Versions" }));
    await page.getByLabel("Why?").fill("Our card of last year.");
    await hand.click(page.getByRole("button", { name: "Publish as version 1" }));
    await page.goto(`${path}/card?wind=7&unit=kn`);
    await expect(page.locator("#card")).toContainText("18 1/2 in");
    await page.goto(`${path}/strips`);
    await expect(page.locator("svg").first()).toBeVisible();
    await logs(page, hand, path, "gooseneck", "18 in");
    expect(hand.clicks).toBeLessThanOrEqual(40);
    await context.close();
  });
}
