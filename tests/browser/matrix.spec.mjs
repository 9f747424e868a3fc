// The matrix: a class from a kit to its published card by keyboard alone, the table as a sheet, dragging in the lanes.
import { expect, test } from "@playwright/test";
import { expectAccessible, expectNoSidewaysScroll } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";
import { cell, label, makeClass } from "./classes.mjs";

const status = (page) => page.locator("#save-status");
const phone = { width: 360, height: 740 };

// Tabs along until something with that name has the focus, as somebody without a mouse does.
async function tabTo(page, name) {
  for (let step = 0; step < 60; step += 1) {
    const here = await page.evaluate(() => { const at = document.activeElement; return at === document.body ? "" : [at.getAttribute("aria-label"), at.labels?.[0]?.innerText, at.innerText].join("|"); });
    if (here.includes(name)) return;
    await page.keyboard.press("Tab");
  }
  throw new Error(`nothing called ${name} within 60 tabs`);
}

test("a class from a kit to its published card by keyboard alone, three known marks a control", async ({ page }) => {
  const path = new URL(await makeClass(page, "Dabber")).pathname;
  await page.goto(`${path}?view=table`);
  await tabTo(page, "Mast step, drifting");
  const rows = { "mast-step": ["4", "3", "2"], vang: ["0", "4", "9"], outhaul: ["1", "1", "1/2"], traveller: ["0", "2", "6"], board: ["0", "0", "20"] };
  for (const [control, marks] of Object.entries(rows)) {
    await cell(page, `1.${control}`).focus();
    for (const [at, mark] of marks.entries()) {
      await page.keyboard.type(mark);
      await page.keyboard.press("Tab");
      if (at < 2) for (let right = 0; right < [1, 2][at]; right += 1) await page.keyboard.press("ArrowRight");
    }
    await expect(cell(page, `6.${control}`)).not.toHaveAttribute("aria-label", /empty/);
    await cell(page, `1.${control}`).focus();
    await page.keyboard.press("i");
    await expect(cell(page, `2.${control}`)).toHaveAttribute("aria-label", /interpolated/);
  }
  // A stop is written by its first letters, and the rest of the row filled with it.
  await cell(page, "1.cunningham").focus();
  await page.keyboard.type("off");
  await page.keyboard.press("Tab");
  await expect(cell(page, "1.cunningham")).toHaveAttribute("aria-label", /: off/);
  await cell(page, "1.cunningham").focus();
  await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("Shift+ArrowRight");
  await expect(page.locator("td[aria-selected=true]")).toHaveCount(3);
  await expectAccessible(page);
  await page.keyboard.press("r");
  await expect(status(page)).toContainText("Filled to stronger bands: 2 cells");
  await page.keyboard.press("u");
  await expect(status(page)).toContainText("Undone: filled to stronger bands");
  await page.keyboard.press("U");
  await expect(cell(page, "3.cunningham")).toHaveAttribute("aria-label", /: off/);

  await page.keyboard.press("Control+Enter");
  await expect(page.getByLabel("Why?")).toBeFocused();
  await page.keyboard.press("Shift+Tab");
  await page.keyboard.press("Space");
  await page.keyboard.press("Tab");
  await page.keyboard.type("First marks.");
  await page.keyboard.press("Enter");
  // The kit itself was version 1, without a mark.
  await expect(page.getByRole("heading", { name: "Version 2", exact: true })).toBeVisible();
  await page.goto(`${path}/card?wind=14`);
  await expect(page.locator("#card")).toContainText("strip");
  await page.goto(`${path}/card/print`);
  await expect(page.locator("svg.sheet").first()).toContainText("Vang");
  await expectAccessible(page);
});

test("the table copies out and takes a table in after a look; what is written is not lost when it cannot be read", async ({ page, context }) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  const path = new URL(await makeClass(page, "Sculler")).pathname;
  await page.goto(`${path}?view=table`);
  await cell(page, "2.vang").focus();
  await page.keyboard.type("14");
  await page.keyboard.press("Enter");
  await expect(status(page)).toContainText("Vang, light: strip 14 is off the scale");
  await expect(page.locator("#mark")).toHaveValue("14");
  await cell(page, "2.vang").focus();
  await page.keyboard.type("2–4");
  await page.keyboard.press("Tab");
  await expect(cell(page, "2.vang")).toContainText("strip 2 – strip 4");
  await page.keyboard.type("max");
  await page.keyboard.press("Tab");
  await expect(cell(page, "3.vang")).toContainText("max (strip 10)");
  // The line goes dead while somebody writes: it is told, and what was written waits in its cell.
  await page.route(/handler=Cell/, (route) => route.abort());
  await cell(page, "4.vang").focus();
  await page.keyboard.type("5");
  await page.keyboard.press("Enter");
  await expect(status(page)).toContainText("What you wrote is still here");
  await expect(page.locator("input.writing")).toHaveValue("5");
  await page.unroute(/handler=Cell/);
  await page.keyboard.press("Enter");
  await expect(cell(page, "4.vang")).toContainText("strip 5");
  await page.keyboard.press("u");
  await expect(cell(page, "4.vang")).toContainText("–");
  // While one is on its way another is written: the first is told in words, the second goes when it is left.
  await page.route(/handler=Cell/, async (route) => {
    await new Promise((later) => { setTimeout(later, 700); });
    await route.fulfill({ status: 503, body: "" });
  });
  await cell(page, "4.vang").focus();
  await page.keyboard.type("5");
  await page.keyboard.press("Tab");
  await page.keyboard.type("6");
  await expect(status(page)).toContainText(/Vang, fresh.*: 5/);
  await expect(page.locator("input.writing")).toHaveValue("6");
  await page.unroute(/handler=Cell/);
  await cell(page, "1.outhaul").focus();
  await expect(cell(page, "5.vang")).toContainText("strip 6");
  await page.keyboard.press("u");
  await expect(cell(page, "5.vang")).toContainText("–");

  await cell(page, "2.vang").focus();
  await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("Control+c");
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe("strip 2 – strip 4\tmax");

  await page.evaluate(() => navigator.clipboard.writeText("\tfresh\tstrong\nKicker\t6\t8\nHorse of some kind\t1\t2"));
  await page.keyboard.press("Control+v");
  await expect(page.getByText("2 cells are plain and ticked")).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel("Row 3").selectOption({ label: "Traveller" });
  await page.getByRole("button", { name: "Preview with these headings" }).click();
  await expect(page.getByText("4 cells are plain and ticked")).toBeVisible();
  await page.getByRole("button", { name: "Add ticked cells" }).click();
  await expect(status(page)).toContainText("Pasted: 4 cells");
  await expect(cell(page, "5.vang")).toContainText("strip 8");
  await page.keyboard.press("u");
  await expect(cell(page, "5.vang")).toContainText("–");
  await page.goto(`${path}/copy`);
  await expectAccessible(page);
  await page.goto(`${path}/plans`);
  await expectAccessible(page);
});

test("in the lanes a step, a tolerance and an edge are dragged, a band is seen large, and the published line stays behind", async ({ page }) => {
  await signIn(page, "odalys", "/wenlow/classes/marrowin-24");
  const lane = async (name) => (await cell(page, name).locator(".cell-area").boundingBox());
  const drag = async (x, y, dx, dy) => {
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 3 });
    await page.mouse.move(x + dx, y + dy, { steps: 3 });
    await page.mouse.up();
  };
  const before = await label(page, "2.outhaul");
  await cell(page, "2.outhaul").scrollIntoViewIfNeeded();
  const box = await lane("2.outhaul");
  const scale = box.height / 90;
  const markY = Number(await cell(page, "2.outhaul").getAttribute("data-mark-y"));
  const perStep = Number(await page.locator("svg.lane", { has: page.locator('[data-cell="2.outhaul"]') }).getAttribute("data-per-step"));
  const at = [box.x + box.width * 0.75, box.y + (markY - 1) * scale];
  await drag(...at, 0, perStep * 2 * scale);
  await expect(cell(page, "2.outhaul")).toHaveAttribute("aria-label", /: 6 cm/);
  expect(before).toContain("8 cm");
  await expect(page.locator(".lane .ghost").first()).toBeVisible();
  await page.keyboard.press("}");
  await expect(cell(page, "2.outhaul")).toHaveAttribute("aria-label", /± 1.5 cm/);
  await page.keyboard.press("u");
  await page.keyboard.press("u");
  await expect(cell(page, "2.outhaul")).toHaveAttribute("aria-label", before);

  const edge = page.getByRole("slider", { name: "Edge between light and steady" });
  await edge.focus();
  await page.keyboard.press("ArrowRight");
  await expect(status(page)).toContainText("light ends at 11 kn now");
  await expect(edge).toBeFocused();
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(status(page)).toContainText("light ends at 10 kn now");

  // What somebody else does comes in and leaves the focus where it is, on an edge too.
  await edge.focus();
  const other = await page.context().newPage();
  await other.goto("/wenlow/classes/marrowin-24");
  await cell(other, "2.outhaul").focus();
  await other.keyboard.press("}");
  await expect(cell(page, "2.outhaul")).toHaveAttribute("aria-label", /± 1.5 cm/);
  await expect(edge).toBeFocused();
  await other.keyboard.press("u");
  await expect(cell(page, "2.outhaul")).toHaveAttribute("aria-label", before);
  await expect(edge).toBeFocused();
  await other.close();

  await cell(page, "4.traveller").focus();
  await page.keyboard.press("z");
  await expect(page.getByRole("link", { name: "fresh: see all bands" })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("link", { name: "fresh: see all bands" }).click();
  await expect(cell(page, "1.traveller")).toBeVisible();
});

test("plans and modes are switched without losing the place, and the reefed card is what the wind asks for", async ({ page }) => {
  await signIn(page, "odalys", "/wenlow/classes/orlop-9?cell=4.car");
  await expect(page.locator("#drawer .big")).toHaveText("20 cm");
  await page.getByRole("link", { name: "reef 1" }).click();
  await expect(page.locator("#drawer .big")).toHaveText("60 cm");
  await expectAccessible(page);
  await page.setViewportSize(phone);
  await page.goto("/wenlow/classes/orlop-9/card?wind=22&boat=class");
  await expect(page.locator("[aria-label='What do you carry?'] [aria-current]")).toHaveText("reef 1");
  await page.getByRole("link", { name: "full sail" }).click();
  await expect(page.locator("#card")).toContainText("not set down: go by feel");
  await expectAccessible(page);
  await expectNoSidewaysScroll(page);
  await page.goto("/wenlow/classes/orlop-9/log?wind=22&unit=kn");
  await expect(page.getByLabel("Carried most")).toHaveValue("reef-1");
  await expectAccessible(page);
});
