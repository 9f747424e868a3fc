// Marks that mean the same on every boat: a class from a kit, a measuring run on a phone, the boat's own card, strips.
import { expect, test } from "@playwright/test";
import { expectAccessible, expectNoSidewaysScroll } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";

const phone = { width: 360, height: 740 };

test("a coordinator makes a class from a kit and adds a control, by keyboard alone", async ({ page }) => {
  await signIn(page, "odalys", "/wenlow/new-class");
  await expectAccessible(page);
  await page.getByRole("radio", { name: /Radio yacht/ }).focus();
  await page.keyboard.press("Space");
  await page.getByLabel("What is the class called?").focus();
  await page.keyboard.type("Whelk");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Whelk" })).toBeVisible();
  await expect(page.locator(".controls > li")).toHaveCount(19);
  await expectAccessible(page);

  await page.getByRole("link", { name: "Add a control" }).focus();
  await page.keyboard.press("Enter");
  await page.getByLabel("Name", { exact: true }).focus();
  await page.keyboard.type("Forestay");
  await page.getByLabel("Read on").focus();
  await page.keyboard.type("turns");
  await expect(page.getByLabel("Counted from")).toBeVisible();
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue("Forestay");
  for (const [label, text] of [["Lowest count", "0"], ["Highest count", "6"], ["Step", "1/4"], ["Counted from", "hand tight"], ["From: the datum", "deck eye"], ["To: the reading point", "turns on the screw"], ["What does more of it do?", "Tighter."]]) {
    await page.getByLabel(label, { exact: true }).focus();
    await page.keyboard.press("Control+a");
    await page.keyboard.type(text);
  }
  await expectAccessible(page);
  await page.keyboard.press("Enter");
  await expect(page.locator("#forestay")).toContainText("0 turns to 6 turns, steps of 1/4");
});

test("a captain measures a boat on a phone, is told what contradicts, and the card and log speak that boat's readings", async ({ page }) => {
  await page.setViewportSize(phone);
  await signIn(page, "tamsin", "/wenlow/classes/quillet/boats");
  await expect(page.getByText("Bramble: the gooseneck scale sits 1 in too far")).toBeVisible();
  await expectNoSidewaysScroll(page);
  await page.getByRole("link", { name: "Wagtail" }).click();
  await page.getByRole("link", { name: "Start measuring" }).click();
  await page.getByRole("link", { name: "Next: Gooseneck" }).click();
  await expect(page.getByLabel("She reads")).toBeFocused();

  const take = async (reading, tape) => {
    await page.getByLabel("She reads").fill(reading);
    await page.getByLabel("The tape says").fill(tape);
    await page.getByRole("button", { name: "Take this pair" }).click();
  };
  await take("16", "17");
  await expect(page.getByRole("status")).toContainText("One pair so far");
  await expect(page.getByLabel("She reads")).toBeFocused();
  await take("26", "27");
  await expect(page.getByRole("status")).toContainText("off by 1 in");
  await take("20", "30 cm");
  await expect(page.getByRole("status")).toContainText("One pair contradicts the others");
  await expectAccessible(page);
  await expectNoSidewaysScroll(page);
  await page.getByRole("button", { name: "Undo the last pair" }).click();
  await expect(page.getByRole("status")).toContainText("off by 1 in");
  await take("20", "twenty");
  await expect(page.locator("#tape-problem")).toContainText("not a number");
  await expect(page.getByLabel("The tape says")).toHaveValue("twenty");

  // Put away and taken up again.
  await page.goto("/wenlow/classes/quillet/boats");
  await page.getByRole("link", { name: "Wagtail" }).click();
  await expect(page.getByText("1 of 3 scales measured")).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("link", { name: "Her card" }).click();
  const gooseneck = page.locator(".card-part dl > div", { hasText: "Gooseneck" });
  const inches = async () => {
    const [, whole, half] = /^(\d+)( 1\/2)?/.exec((await gooseneck.locator("dd").first().textContent()).trim());
    return Number(whole) + (half ? 0.5 : 0);
  };
  const hers = await inches();
  await expect(page.locator(".reading-remark", { hasText: "Halyard point" })).toContainText("not checked on this boat");
  await page.getByLabel("Read on").selectOption({ label: "the class’s own scales" });
  await expect(page.locator(".reading-remark")).toHaveCount(0);
  // Her numbers stand an inch too far: what the class calls 20 she reads as 19.
  expect((await inches()) - hers).toBe(1);
  await page.getByLabel("Read on").selectOption({ label: "Wagtail" });
  await expect(page.locator(".reading-remark").first()).toBeVisible();
  await page.getByRole("link", { name: /Log the session/ }).click();
  await expect(page.getByLabel("Boat", { exact: true }).locator("option:checked")).toHaveText("Wagtail");
  await expectAccessible(page);
});

test("strips are shown at true scale and come as a PDF", async ({ page }) => {
  await signIn(page, "priya", "/wenlow/classes/quillet/strips");
  await expectAccessible(page);
  await expect(page.locator("svg.sheet").first()).toHaveAttribute("width", "297mm");
  await page.emulateMedia({ media: "print" });
  // On paper nothing but the sheets, at their own size: 96 CSS pixels an inch.
  await expect(page.locator("header.masthead")).toBeHidden();
  const box = await page.locator("svg.sheet").first().boundingBox();
  expect(box.width).toBeCloseTo((297 / 25.4) * 96, 0);
  await page.emulateMedia({ media: "screen" });
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "PDF for the printer" }).click();
  expect((await download).suggestedFilename()).toBe("quillet-strips.pdf");
});

test("a hand measured once makes cards count in it", async ({ page }) => {
  await signIn(page, "priya", "/me");
  await page.getByLabel(/Hand width/).fill("73 mm");
  await page.getByRole("button", { name: "Save measures" }).click();
  await page.goto("/wenlow/classes/brannet/card?wind=8&boat=class");
  await expect(page.locator(".card-part dl > div", { hasText: "Foot depth" })).toContainText("1 3/4 × hand");
  await page.goto("/me");
  await page.getByLabel(/Hand width/).fill("");
  await page.getByRole("button", { name: "Save measures" }).click();
});

const pages = (pdf) => (pdf.toString("latin1").match(/\/Type\s*\/Page[^s]/g) ?? []).length;
const sizes = (pdf) => [...pdf.toString("latin1").matchAll(/\/MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)/g)].map(([, width, height]) => [Math.round(Number(width)), Math.round(Number(height))]);

test("what the browser prints are the pages of the PDF, in its size and no blank ones", async ({ page }) => {
  await signIn(page, "odalys");
  for (const [shown, file] of [
    ["card/print?paper=A5", "card.pdf?paper=A5"],
    ["card/print?paper=A6", "card.pdf?paper=A6"],
    ["strips?paper=A4", "strips.pdf?paper=A4"],
    ["strips?paper=US%20Letter", "strips.pdf?paper=US%20Letter"],
  ]) {
    await page.goto(`/wenlow/classes/quillet/${shown}`);
    const printed = await page.pdf({ preferCSSPageSize: true });
    const own = await (await page.request.get(`/wenlow/classes/quillet/${file}`)).body();
    expect(pages(printed), shown).toBe(pages(own));
    const [width, height] = sizes(own)[0];
    for (const [printedWidth, printedHeight] of sizes(printed)) {
      expect(Math.abs(printedWidth - width) <= 1 && Math.abs(printedHeight - height) <= 1, shown).toBe(true);
    }
  }
});
