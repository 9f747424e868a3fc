// How many taps a practitioner's own order takes on a phone, in every class of the demo, one of each kit: made ready, a note between the
// legs, and the log. More than these, and it is done on paper.
import { expect, test } from "@playwright/test";
import { expectNoSidewaysScroll } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";

const phone = { width: 360, height: 740 };
const classes = ["quillet", "ferrin-16", "brannet", "tandry", "skelvin", "marrowin-24", "orlop-9", "gessamy", "pettle-65"];

for (const one of classes) {
  test(`${one} is made ready by a tap a step and two, noted by three and logged by six`, async ({ browser, baseURL }) => {
    const context = await browser.newContext({ baseURL, viewport: phone, hasTouch: true });
    const page = await context.newPage();
    let taps = 0;
    const tap = async (what) => {
      await what.tap();
      taps += 1;
    };
    await signIn(page, "odalys", `/wenlow/classes/${one}/card?wind=12&unit=kn&boat=class`);

    await tap(page.getByRole("link", { name: "Rig up" }));
    await page.waitForURL(/rig-up/);
    await expect(page.locator(".one-by-one")).toBeVisible();
    const steps = await page.locator(".rig-step").count();
    for (let left = await page.locator(".rig-step:not(.is-done, .is-skipped)").count(); left > 0; left -= 1) {
      await tap(page.locator(".rig-step.in-sight .rig-answer").first());
    }
    await expect(page.locator(".rig-up")).toHaveClass(/all-said/);
    await expectNoSidewaysScroll(page);
    await tap(page.getByRole("button", { name: "Ready to launch" }));
    await page.waitForURL((address) => !address.pathname.endsWith("/rig-up"));
    expect(taps).toBeLessThanOrEqual(steps + 2);

    // Between the legs: which control, what it stands at now, kept.
    await page.goto(`/wenlow/classes/${one}/card?wind=12&unit=kn&boat=class`);
    taps = 0;
    const differs = page.locator("#note select[name=differs], #note [name=differs]").first();
    const control = await differs.evaluate((list) => [...list.options].find((option) => option.value)?.value);
    taps += 1;
    await differs.selectOption(control);
    const mark = page.locator("#note [name=stands]");
    await tap(mark);
    await mark.fill((await page.locator("#card .mark-lines dd").first().textContent()).trim());
    const kept = page.waitForEvent("load");
    await tap(page.getByRole("button", { name: "Note it now" }));
    await kept;
    await expect(page.getByText("Waiting for your log")).toBeVisible();
    expect(taps).toBeLessThanOrEqual(3);
    const back = page.waitForEvent("load");
    await page.getByRole("button", { name: "Take the last note back" }).tap();
    await back;

    await page.goto(`/wenlow/classes/${one}/afloat?wind=12&unit=kn&boat=class`);
    taps = 0;
    await tap(page.locator(".afloat").getByRole("link", { name: /log it/ }).first());
    await page.waitForURL(/\/log/);
    for (const tack of await page.locator(".tack").all()) await tap(tack.locator(".chip").nth(2));
    const held = page.getByRole("button", { name: "All held" });
    if (await held.isVisible()) await tap(held);
    await tap(page.getByText("as usual", { exact: true }));
    // It is not sent: what the logs of the demo prove is looked at by others.
    await expect(page.locator(".send-now button")).toBeVisible();
    expect(taps + 1).toBeLessThanOrEqual(6);
    await context.close();
  });
}
