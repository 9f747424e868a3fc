// Why she pulls, what is wrong, and what to try: on a desk by mouse and keyboard, on a phone by thumb.
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

test("a slider moves the drawing and tells the helm, and a corner is dragged or moved by the arrow keys", async ({ page }) => {
  await signIn(page, "odalys", "/wenlow/classes/tandry/balance?wind=12&unit=kn");
  await expectAccessible(page);
  const drawn = page.locator("#drawn");
  await expect(drawn).toContainText("That is her helm on the card");
  const mast = page.getByLabel("Mast foot");
  await mast.focus();
  for (let press = 0; press < 3; press += 1) await page.keyboard.press("ArrowRight");
  await expect(drawn).toContainText("less weather helm");
  await expect(page.locator("#says-c-mast-foot")).toHaveText("hole 7");
  await expect(mast).toBeFocused();
  await page.getByLabel("Heel", { exact: false }).first().fill("20");
  await expect(drawn).toContainText("more weather helm");
  await expect(drawn).toContainText("to leeward");

  await page.getByRole("link", { name: "Change the drawing" }).click();
  await expectAccessible(page);
  const board = page.locator("#board");
  const before = await board.inputValue();
  const tip = page.getByRole("button", { name: /^board, corner 3/ });
  await tip.focus();
  await page.keyboard.press("ArrowLeft");
  await expect(board).not.toHaveValue(before);
  await expect(tip).toBeFocused();
  const box = await tip.boundingBox();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 30, box.y + 12, { steps: 4 });
  await page.mouse.up();
  const dragged = await board.inputValue();
  expect(dragged).not.toBe(before);
  // What is typed is drawn; what is no outline is told beside it, and stays.
  await page.locator("#hull").fill("0 0, 1 1, 1 0, 0 1");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.locator("#hull-problem")).toContainText("crosses itself");
  await expect(board).toHaveValue(dragged);
  await page.getByRole("link", { name: "Cancel" }).click();
});

test("something is wrong: a tap says what, and the list begins with what is free", async ({ browser, baseURL }) => {
  const page = await onPhone(browser, baseURL, "priya", "/wenlow/classes/tandry/card?wind=12");
  await page.getByRole("link", { name: "Something is wrong" }).tap();
  await page.getByRole("link", { name: "She turns up: weather helm" }).tap();
  await expect(page.locator(".cures li").first()).toContainText("Hike her flat");
  await expect(page.locator(".cure-part").last()).toContainText("Shroud plate: hole");
  await page.getByText("Something else too?").tap();
  await page.getByRole("link", { name: "Stalls in the tacks" }).tap();
  await expect(page.locator(".wrong")).toContainText("Have way on before you tack");
  await expect(page).toHaveURL(/sign=turnsUp&sign=stallsInTacks/);
  await expectNoSidewaysScroll(page);
  await expectAccessible(page);
  await page.goBack();
  await page.context().close();
});

test("the balance check goes step by step under the thumb and its answers are the log's, which gives something back", async ({ browser, baseURL }) => {
  const page = await onPhone(browser, baseURL, "priya", "/wenlow/classes/tandry/check?wind=12");
  await expectAccessible(page);
  await expect(page.locator(".guided-step:visible")).toHaveCount(1);
  let taps = 0;
  const answer = async (name) => {
    await page.locator(".guided-step:visible .chip", { hasText: name }).first().tap();
    taps += 1;
  };
  // What is broken ends the check with what to do first.
  await answer("No");
  await expect(page.locator(".guided-broken:visible")).toContainText("Centre the rudder first");
  for (let gate = 0; gate < 5; gate += 1) {
    await answer("Yes");
    await expect(page.locator("[data-place]")).toHaveText(new RegExp(`^${gate + 2} of`));
  }
  await expect(page.locator(".guided-step:visible legend")).toContainText("Port tack");
  await answer("heavy");
  await expect(page.locator(".guided-step:visible legend")).toContainText("Starboard tack");
  await answer("heavy");
  const skip = page.getByRole("button", { name: "Skip" });
  // An answer that asks for something says it at once, and waits to be read.
  while (!(await page.locator(".guided-step:visible legend").textContent()).includes("Would she point?")) {
    await skip.tap();
    taps += 1;
  }
  await answer("would not point");
  await expect(page.locator(".look-ask:visible")).toContainText("lee helm");
  await expectAccessible(page);
  await page.getByRole("button", { name: "Next" }).tap();
  taps += 1;
  while (await skip.isVisible()) {
    await skip.tap();
    taps += 1;
  }
  expect(taps).toBeLessThanOrEqual(20);
  await expectNoSidewaysScroll(page);
  await page.getByRole("button", { name: "On to the log" }).tap();
  await expect(page.locator("[name=flat]")).toBeChecked();
  await expect(page.locator("[name=helmPortWord][value=heavy]")).toBeChecked();
  await page.getByRole("button", { name: "Send the log" }).last().tap();
  await expect(page.locator(".run-advice")).toContainText("Would she point? would not point. Look first whether there is lee helm");
  await expect(page.locator(".run-advice")).toContainText("For the helm, first:");
  await expect(page.locator(".run-advice")).toContainText("Expected here");
  await expectAccessible(page);
  await page.context().close();
});

test("the trainer is solved by one change, and says what was wrong", async ({ browser, baseURL }) => {
  const page = await onPhone(browser, baseURL, "priya", "/wenlow/classes/tandry/trainer");
  await expectAccessible(page);
  await expectNoSidewaysScroll(page);
  await expect(page.locator("#drawn")).not.toContainText("Balanced");
  const crew = page.getByLabel("Crew: in, or out to windward");
  await crew.fill("-20");
  await expect(page.locator("#drawn")).toContainText("Balanced with 1 change");
  await expect(page.locator("#drawn")).toContainText("20° of heel to leeward");
  await page.context().close();
});
