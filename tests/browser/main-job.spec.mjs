// The whole job once, on the demo club: matrix, mark, publish, card by its link, log, proposal, next version.
import { expect, test } from "@playwright/test";
import { expectAccessible, expectNoSidewaysScroll } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";

const phone = { width: 360, height: 740 };
const cell = (page, name) => page.locator(`#matrix [data-cell="${name}"]`);
const focused = (page) => page.evaluate(() => document.activeElement?.dataset?.cell ?? document.activeElement?.id);

let link;

test("a captain walks the lanes by keyboard, steps a mark, undoes it, and types another", async ({ page }) => {
  await signIn(page, "tamsin");
  await page.getByRole("link", { name: "Quillet" }).first().click();
  await expect(page.getByRole("group", { name: "Wind ruler" })).toBeVisible();
  await expectAccessible(page);

  await cell(page, "1.gooseneck").focus();
  await page.keyboard.press("ArrowRight");
  expect(await focused(page)).toBe("2.gooseneck");
  await page.keyboard.press("]");
  await expect(cell(page, "2.gooseneck")).toHaveAttribute("aria-label", /18 1\/2 in/);
  await expect(page.locator("#save-status")).toContainText("1 change since version 1");
  await expect.poll(() => focused(page)).toBe("2.gooseneck");
  await page.keyboard.press("u");
  await expect(cell(page, "2.gooseneck")).toHaveAttribute("aria-label", /: 18 in/);

  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Enter");
  await expect(page.locator("#mark")).toBeFocused();
  await page.keyboard.type("14 3/7");
  await page.keyboard.press("Enter");
  await expect(page.locator("#mark-problem")).toContainText("no mark on a rule");
  await expect(page.locator("#mark")).toHaveValue("14 3/7");
  await expectAccessible(page);
  await page.locator("#mark").fill("19 in");
  await page.locator("#mark").press("Enter");
  await expect(cell(page, "3.gooseneck")).toHaveAttribute("aria-label", /: 19 in/);
  await expect.poll(() => focused(page)).toBe("3.gooseneck");
  await page.keyboard.press("?");
  await expect(page.getByRole("heading", { name: "Shortcuts on the matrix" })).toBeVisible();
  await page.keyboard.press("Escape");
});

test("the table is the lanes' equal: by mouse, and by typing a digit on a cell", async ({ page }) => {
  await signIn(page, "tamsin", "/wenlow/classes/quillet?view=table");
  await expectAccessible(page);
  await cell(page, "5.gooseneck").click();
  await expect(page.locator("#drawer h2")).toHaveText("Gooseneck");
  await cell(page, "5.gooseneck").focus();
  await page.keyboard.press("2");
  await expect(page.locator("input.writing")).toHaveValue("2");
  await page.keyboard.type("3 1/2");
  await page.keyboard.press("Enter");
  await expect(page.locator("#save-status")).toContainText("Saved");
  await expect(cell(page, "5.gooseneck")).toContainText("23 1/2 in");
});

test("two captains' edits of one cell meet in the open", async ({ page, browser }) => {
  await signIn(page, "tamsin", "/wenlow/classes/quillet?cell=6.outhaul");
  const other = await (await browser.newContext()).newPage();
  await signIn(other, "odalys", "/wenlow/classes/quillet?cell=6.outhaul");
  await other.locator("#note").fill("eased for the chop");
  await other.getByRole("button", { name: "Save", exact: true }).click();
  await expect(other.locator("#save-status")).toContainText("Saved");
  await page.locator("#mark").selectOption("half a hand of foot");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("alert")).toContainText("Odalys Ferncombe changed this cell");
  await expect(page.locator("#mark")).toHaveValue("half a hand of foot");
  await page.getByRole("link", { name: "keep theirs" }).click();
  await expect(page.locator("#mark")).toHaveValue("flat");
  await other.context().close();
});

test("publishing says what changed and why, and a link with its code leads there", async ({ page }) => {
  await signIn(page, "tamsin", "/wenlow/classes/quillet/versions");
  await expect(page.getByRole("heading", { name: "2 changes in the draft" })).toBeVisible();
  await page.getByRole("button", { name: "Publish as version 2" }).click();
  await expect(page.locator("#reason-problem")).toContainText("Say why");
  await page.getByLabel("Why?").fill("Half an inch back in steady wind.");
  await page.getByRole("button", { name: "Publish as version 2" }).click();
  await expect(page.getByText("Mend it, or tick")).toBeVisible();
  await page.getByLabel("It is meant so; publish it").check();
  await page.getByRole("button", { name: "Publish as version 2" }).click();
  await expect(page.getByRole("heading", { name: "Version 2" })).toBeVisible();
  await expect(page.locator(".versions > li").first()).toContainText("Gooseneck, steady");
  await expect(page.locator(".versions > li").first()).toContainText("19 1/2 in ± 1/2 in → 19 in ± 1/2 in");
  await expectAccessible(page);

  await page.getByRole("link", { name: "Set-up" }).click();
  await page.getByRole("link", { name: "Share" }).click();
  await page.getByLabel("Who or what is the link for?").fill("boat park board");
  await page.getByRole("button", { name: "Make a link and its code" }).click();
  link = await page.locator(".link-text").getAttribute("href");
  await expect(page.locator(".qr svg")).toBeVisible();
  await page.context().grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.getByRole("button", { name: /^Copy/ }).click();
  await expect(page.getByRole("button", { name: "Copied" })).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(await page.locator("#made-address").textContent());
  await expectAccessible(page);
});

test("a sailor opens the link on a phone, asks for this wind, and logs in eight taps, or sixteen with every question answered", async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL, viewport: phone, hasTouch: true });
  const page = await context.newPage();
  await page.goto(link);
  await expect(page.locator("body")).not.toContainText("Tamsin");
  await page.getByRole("link", { name: /^fresh/ }).tap();
  await expect(page.locator(".band-head")).toContainText("fresh");
  await expect(page.getByText("20 in", { exact: true }).first()).toBeVisible();
  await page.getByLabel("How much wind?").fill("18");
  await expect(page.locator(".band-head")).toContainText("strong");
  await page.getByRole("link", { name: "mph" }).tap();
  await expect(page.locator(".wind-now")).toHaveText("20.7 mph");
  await expectAccessible(page);
  await expectNoSidewaysScroll(page);
  await page.getByRole("link", { name: "kn", exact: true }).tap();
  await page.getByRole("link", { name: /^fresh/ }).tap();
  await expect(page.locator(".band-head")).toContainText("fresh");

  let taps = 0;
  const tap = async (target) => { taps += 1; await target.tap(); };
  await tap(page.getByRole("link", { name: "Log the session" }));
  await page.locator("button[name=name][value=priya]").tap(); // signing in is done once a month
  await expect(page.getByRole("heading", { name: "Wind" })).toBeVisible();
  await expectAccessible(page);
  await expectNoSidewaysScroll(page);
  const port = page.getByRole("group", { name: "Port tack" });
  await tap(port.getByText("pull", { exact: true }));
  await expect(port.getByLabel("Degrees", { exact: true })).toHaveValue("6");
  await tap(page.getByRole("group", { name: "Starboard tack" }).getByText("light tug"));
  await tap(page.getByRole("button", { name: "All held" }));
  await tap(page.getByText("rather fast"));
  expect(taps + 1).toBeLessThanOrEqual(8); // sent now, the class's questions are skipped
  const questions = page.locator(".questions");
  await tap(questions.getByText("What did you see?"));
  await tap(questions.getByText("evenly", { exact: true }));
  await tap(questions.getByText("pointed well", { exact: true }));
  await tap(questions.getByText("neither", { exact: true }));
  await tap(questions.getByText("met", { exact: true }));
  await tap(questions.getByText("And ashore, at set-up"));
  await tap(questions.getByText("wrinkles just gone", { exact: true }));
  await tap(questions.getByText("boom near level", { exact: true }));
  await tap(questions.getByText("as last time", { exact: true }));
  await tap(questions.getByText("left off", { exact: true }));
  const asked = await questions.locator("fieldset.question").count();
  expect(await questions.locator("fieldset.question:has(input:checked)").count()).toBe(asked);
  await tap(page.getByRole("button", { name: "Send the log" }).last());
  await expect(page.getByRole("status")).toContainText("Logged.");
  await expect(page.locator("main")).toContainText("4.5° of weather helm, the mean of both tacks");
  // Words lie three degrees apart, so they count in part.
  await expect(page.locator("main")).toContainText("counts in part: balance given in words");
  expect(taps).toBeLessThanOrEqual(16);
  await expectAccessible(page);

  // On second thoughts: what was sent comes back, and the correction counts.
  await page.getByRole("link", { name: "Correct it" }).tap();
  await expect(page.locator("main")).toContainText("This is what you sent");
  await expect(port.getByLabel("pull", { exact: true })).toBeChecked();
  await expectAccessible(page);
  await page.getByText("as usual").tap();
  await page.getByRole("button", { name: "Send the log" }).last().tap();
  await expect(page.getByRole("status")).toContainText("Corrected.");
  await expect(page.getByRole("region", { name: "Corrected" })).toContainText("rather fast");
  await expectAccessible(page);
  await expectNoSidewaysScroll(page);
  await context.close();
});

test("the tiller is dragged over the tape, nudged by keys, and typed; all three agree", async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL, viewport: phone });
  const page = await context.newPage();
  await signIn(page, "priya", "/wenlow/classes/ferrin-16/log?wind=12");
  const tack = page.getByRole("group", { name: "Starboard tack" });
  await tack.getByText("By the tape, in degrees").click();
  const slider = tack.getByRole("slider");
  // A letter that arrives late moves what stands below it: whoever misses the tape so takes hold of it again.
  await expect(async () => {
    await slider.scrollIntoViewIfNeeded();
    const box = await slider.boundingBox();
    const at = (degrees) => box.x + (box.width * (120 + 6 * degrees)) / 240;
    await page.mouse.move(at(0), box.y + box.height * 0.3);
    await page.mouse.down();
    await page.mouse.move(at(5), box.y + box.height * 0.3, { steps: 4 });
    await page.mouse.up();
    await expect(tack.getByLabel("Degrees", { exact: true })).toHaveValue("5", { timeout: 1000 });
  }).toPass();
  await slider.focus();
  await page.keyboard.press("ArrowRight");
  await expect(tack.getByLabel("Degrees", { exact: true })).toHaveValue("5.5");
  await tack.getByLabel("Degrees", { exact: true }).fill("-2");
  await expect(slider).toHaveAttribute("aria-valuetext", "2° of lee helm");
  await tack.getByLabel("Degrees", { exact: true }).fill("200");
  await page.getByRole("button", { name: "Send the log" }).last().click();
  await expect(page.locator("#helmStarboard-problem")).toContainText("more than any rudder carries");
  await expect(tack.getByLabel("Degrees", { exact: true })).toHaveValue("200");
  await context.close();
});

test("the card is read and a log is sent without JavaScript", async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL, viewport: phone, javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(link);
  await page.getByRole("link", { name: /^strong/ }).click();
  await expect(page.locator(".band-head")).toContainText("strong");
  await signIn(page, "priya", "/wenlow/classes/quillet/log?wind=18");
  await page.getByRole("group", { name: "Port tack" }).getByText("none").click();
  await page.getByText("One by one").click();
  await page.getByLabel("Steady breeze").check();
  await page.getByRole("button", { name: "Send the log" }).last().click();
  await expect(page.getByRole("status")).toContainText("Logged.");
  await context.close();
});

test("the matrix shows the log, proposes with its reason, and what is accepted becomes version 3", async ({ page }) => {
  await signIn(page, "tamsin", "/wenlow/classes/quillet");
  await expect(page.locator("#drawer")).toContainText(/\d+ runs logged/);
  await page.locator("#drawer").getByRole("link", { name: /^fresh: Gooseneck/ }).click();
  await expect(page.locator(".proposal")).toContainText(/In 12–16 kn at 20 in you carry \d(\.\d)?° of weather helm ± 0\.\d; \+1 in should bring/);
  await page.locator(".why summary").click();
  await expect(page.locator(".why table")).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Accept 21 in" }).click();
  await expect(page.locator("#save-status")).toContainText("Accepted into the draft");
  await expect(page.locator("#drawer")).toContainText("as the logs proposed");
  await page.getByRole("link", { name: "Versions" }).click();
  await page.getByLabel("Why?").fill("The logs carried too much helm at 20.");
  await page.getByLabel("It is meant so; publish it").check();
  await page.getByRole("button", { name: "Publish as version 3" }).click();
  await expect(page.locator(".versions > li").first()).toContainText("20 in ± 1/2 in → 21 in ± 1/2 in");
});

test("a withdrawn link says so", async ({ page, browser, baseURL }) => {
  await signIn(page, "tamsin", "/wenlow/classes/quillet/share");
  await page.getByRole("button", { name: "Withdraw" }).click();
  const stranger = await (await browser.newContext({ baseURL })).newPage();
  await stranger.goto(link);
  await expect(stranger.getByRole("heading", { name: "This card was withdrawn" })).toBeVisible();
  await stranger.context().close();
});

test("nothing is loaded from another origin, and the matrix page is light", async ({ page, baseURL }) => {
  const cdp = await page.context().newCDPSession(page);
  await signIn(page, "tamsin");
  await cdp.send("Network.enable");
  await cdp.send("Network.clearBrowserCache");
  let bytes = 0;
  const origins = new Set();
  cdp.on("Network.loadingFinished", (event) => { bytes += event.encodedDataLength; });
  page.on("request", (request) => origins.add(new URL(request.url()).origin));
  await page.goto("/wenlow/classes/quillet", { waitUntil: "networkidle" });
  expect([...origins]).toEqual([new URL(baseURL).origin]);
  expect(bytes).toBeGreaterThan(10_000);
  expect(bytes).toBeLessThanOrEqual(300 * 1024);
  console.log(`first load of the matrix page: ${Math.round(bytes / 1024)} KiB`);
});
