// From the card through a note afloat and the log's own checks to what the bench shows of it, for every kind of boat.
import { expect, test } from "@playwright/test";
import { expectAccessible, expectNoSidewaysScroll } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";

const phone = { width: 360, height: 740 };

// Each class with its own check: what one tack is told in, and an answer of its own.
const fleet = [
  { key: "quillet", wind: 14, word: "light tug", answer: "pointed well", lane: /Would she point/ },
  { key: "ferrin-16", wind: 15, word: "light tug", answer: "only sitting to leeward", lane: /After a stalled tack/ },
  { key: "brannet", wind: 13, word: "pull", answer: "had to ease to stay flat", lane: /Block-to-block and flat/ },
  { key: "tandry", wind: 14, word: "light tug", answer: "unwillingly", lane: /Bore away readily/ },
  { key: "skelvin", wind: 13, word: "none", answer: "headsail first", lane: /Heading up slowly/ },
  { key: "marrowin-24", wind: 15, word: "light tug", answer: "on the centreline", lane: /Where was the boom/ },
  { key: "orlop-9", wind: 15, word: "light tug", answer: "just gone", lane: /Did the leech flutter/ },
  { key: "gessamy", wind: 18, word: "back hand", answer: "wandered back", lane: /The draft under load/ },
  { key: "pettle-65", wind: 8, word: "turns up slowly", answer: "give a little", lane: /The tops in a gust/ },
];

for (const { key, wind, word, answer, lane } of fleet) {
  test(`${key}: card, note it now, the log with its own check, the bench`, async ({ browser, baseURL }) => {
    const context = await browser.newContext({ baseURL, viewport: phone, hasTouch: true });
    const page = await context.newPage();
    // What somebody notes in a class waits for their log of it: each spec has a pair of its own.
    await signIn(page, key === "brannet" ? "tamsin" : "priya", `/wenlow/classes/${key}/card?wind=${wind}&boat=class`);
    await expectNoSidewaysScroll(page);
    await expectAccessible(page);
    await page.getByRole("button", { name: "Note it now" }).tap();
    await expect(page.locator(".thanks")).toContainText("Noted");
    await page.getByRole("link", { name: "Log the session" }).tap();
    await expect(page.locator("main")).toContainText("Cut into runs by what you noted afloat");
    await expectNoSidewaysScroll(page);
    await expectAccessible(page);
    // On a phone what is filled in already stands folded.
    await page.locator("summary", { hasText: "Wind" }).tap();
    await page.getByLabel(/^From, /).fill(String(wind));
    await page.getByLabel(/^To, /).fill(String(wind));
    await page.getByRole("group", { name: "Port tack" }).locator("label", { hasText: new RegExp(`^\\s*${word}\\s*$`) }).tap();
    await page.getByRole("group", { name: "Starboard tack" }).locator("label", { hasText: new RegExp(`^\\s*${word}\\s*$`) }).tap();
    await page.getByRole("button", { name: "All held" }).tap();
    await page.locator("summary", { hasText: "What did you see?" }).tap();
    await page.locator(".questions").getByText(answer, { exact: true }).first().tap();
    await page.getByText("rather fast").tap();
    await page.getByRole("button", { name: "Send the log" }).last().tap();
    await expect(page.locator(".thanks")).toContainText("Logged.");
    await expect(page.locator("main")).toContainText(answer);
    // The notes stand in the log now.
    await page.goto(`/wenlow/classes/${key}/card`);
    await expect(page.locator(".note-now")).toContainText("One tap keeps");
    await page.goto(`/wenlow/classes/${key}`);
    await expect(page.locator(".answer-lane").getByText(lane).first()).toBeAttached();
    await context.close();
  });
}

test("what a note says differs stands in its run, and another run is another setting", async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL, viewport: phone, hasTouch: true });
  const page = await context.newPage();
  await signIn(page, "tamsin", "/wenlow/classes/quillet/card?wind=14&boat=class");
  // A slip in the note is told beside it, and nothing is lost.
  await page.getByLabel("What differs?").selectOption("Gooseneck");
  await page.getByLabel("Where does it stand?").fill("99");
  await page.getByRole("button", { name: "Note it now" }).tap();
  await expect(page.locator("#stands-problem")).toContainText("off the scale");
  await expect(page.getByLabel("Where does it stand?")).toHaveValue("99");
  await page.goto("/wenlow/classes/quillet/card?wind=14&boat=class");
  await page.getByRole("button", { name: "Note it now" }).tap();
  await expect(page.locator(".thanks")).toContainText("Noted");
  await page.getByLabel("What differs?").selectOption("Gooseneck");
  await page.getByLabel("Where does it stand?").fill("22");
  // One tap notes it and says how the leg before was.
  await page.getByRole("button", { name: "Slow", exact: true }).tap();
  await expect(page.locator(".note-now")).toContainText("Gooseneck 22 in");
  await expect(page.locator(".note-now")).toContainText("(slow)");
  await page.getByRole("link", { name: "Log the session" }).tap();
  // The same leg: one run, with what differed.
  await expect(page.locator("[name=mark-gooseneck]")).toHaveValue("22 in");
  await expect(page.getByRole("region", { name: "Run 2" })).toHaveCount(0);
  await page.getByRole("button", { name: "I changed something: another run" }).tap();
  await expect(page.getByRole("region", { name: "Run 2" })).toBeVisible();
  await expectAccessible(page);
  // Two runs that begin at the same minute overlap: said beside the second, with what was typed kept.
  const began = (await page.locator("[name=run2-from]").inputValue()).slice(0, 14) + "00";
  for (const field of ["from", "run2-from"]) await page.locator(`[name=${field}]`).fill(began);
  await page.getByRole("button", { name: "Send the log" }).last().tap();
  await expect(page.locator("#run2-from-problem")).toContainText("two runs cannot overlap");
  await page.getByRole("button", { name: "Remove run 2" }).tap();
  await expect(page.getByRole("region", { name: "Run 2" })).toHaveCount(0);
  await page.goto("/wenlow/classes/quillet/card");
  await page.getByRole("button", { name: "Forget them" }).tap();
  await expect(page.locator(".thanks")).toContainText("Forgotten");
  await context.close();
});

test("a log opens with exactly the marks the card showed, own offsets and purpose among them", async ({ page }) => {
  await signIn(page, "priya", "/wenlow/classes/quillet/card?wind=13&boat=class");
  await page.getByText("Your own way").click();
  await page.locator("[name=own-gooseneck]").fill("+1/4");
  await page.locator("details[open] button", { hasText: "Save" }).click();
  await expect(page.locator("#own-gooseneck-problem")).toContainText("in steps of 1/2 in");
  await page.locator("[name=own-gooseneck]").fill("+1/2");
  await page.locator("details[open] button", { hasText: "Save" }).click();
  await expect(page.locator("#card")).toContainText("yours: +1/2 in of the class’s");
  await page.getByRole("link", { name: "recreation" }).click();
  await expect(page.locator("#card .caution").first()).toContainText("it can break the mast step");
  const shown = await page.locator("#card dl > div").evaluateAll((lines) => lines.map((line) => [line.querySelector("dt").textContent.trim(), line.querySelector("dd").textContent.trim()]));
  await page.getByRole("link", { name: "Log the session" }).click();
  await page.getByText("Change what differed").click();
  for (const [name, mark] of shown.filter(([, mark]) => !/corner|flat/.test(mark))) {
    await expect(page.locator(".marks").getByLabel(name, { exact: true })).toHaveValue(mark);
  }
  await expect(page.locator(".marks").getByLabel("Halyard point", { exact: true })).toHaveValue("72 in");
  await page.goto("/wenlow/classes/quillet/card");
  await page.getByText("Your own way").click();
  await page.locator("[name=own-gooseneck]").fill("");
  await page.locator("details[open] button", { hasText: "Save" }).click();
});

test("what was fast in such a wind is found, ranked and set again", async ({ page }) => {
  await signIn(page, "priya", "/wenlow/logbook");
  await page.getByLabel("Class").selectOption("Quillet");
  await page.getByLabel("Whose").selectOption("the class’s, nameless");
  await page.getByLabel("First").selectOption({ index: 1 });
  await page.getByRole("button", { name: "Find" }).click();
  await expect(page.locator(".caution")).toContainText("Choose a class and a wind");
  await page.getByLabel(/^Wind about/).fill("10");
  await page.getByLabel("Felt at least").selectOption("rather fast");
  await page.getByRole("button", { name: "Find" }).click();
  const rows = page.locator(".logbook > li");
  expect(await rows.count()).toBeGreaterThan(3);
  for (const row of (await rows.allTextContents()).slice(0, 5)) expect(row).toMatch(/rather fast|fast/);
  await expect(page.locator(".logbook")).not.toContainText(/Priya|Tamsin|Noor/);
  await expectAccessible(page);
  await rows.first().getByRole("link", { name: "Set that again" }).click();
  await expect(page.getByRole("heading", { name: "Set that again" })).toBeVisible();
  await expect(page.locator("main")).toContainText("in the order it is set up");
  await expectAccessible(page);
});

test("a captain adds a question, sees it asked, and a question with one answer is told so", async ({ page }) => {
  await signIn(page, "tamsin", "/wenlow/classes/quillet/questions/new");
  await page.getByLabel("The question").fill("Was the mainsheet’s ratchet on?");
  await page.getByLabel("Answer 1").fill("on");
  await page.getByRole("button", { name: "Save question" }).click();
  await expect(page.locator(".problem", { hasText: "one answer asks nothing" })).toBeVisible();
  await expect(page.getByLabel("Answer 1")).toHaveValue("on");
  await expectAccessible(page);
  await page.getByLabel("Answer 2").fill("off");
  await page.locator("#means-2").selectOption("too little");
  // What an answer would be told is said while it is written: first that it is nothing, then what the captain says it asks for.
  await expect(page.locator("#answers-told")).toContainText("Nothing: say what it is about");
  await page.locator("#act-2").fill("Switch it on");
  await page.locator("#wants-2").selectOption("the sail stands lower");
  await expect(page.locator("#answers-told")).toContainText(/Switch it on. [A-Z]/);
  await expectAccessible(page);
  await page.getByRole("button", { name: "Save question" }).click();
  await expect(page.locator(".questions-list")).toContainText("Was the mainsheet’s ratchet on?");
  await expectAccessible(page);
  await page.getByRole("button", { name: /^Stop asking ?: Was the mainsheet/ }).click();
  await expect(page.locator("main")).toContainText("Retired questions");
});

test("a gear is one line on the card and one step on the bench, until a captain loosens it", async ({ page }) => {
  await signIn(page, "odalys", "/wenlow/classes/pettle-65/card?wind=8&boat=class");
  await expect(page.locator("#card dt", { hasText: "Mast foot and pivot" })).toBeVisible();
  await page.goto("/wenlow/classes/pettle-65?cell=3.mast-foot");
  const before = await page.locator("[data-cell='3.headsail-pivot']").first().getAttribute("aria-label");
  await page.locator("[data-cell='3.mast-foot']").first().focus();
  await page.keyboard.press("]");
  await expect(page.locator("[data-cell='3.headsail-pivot']").first()).not.toHaveAttribute("aria-label", before);
  await page.getByRole("button", { name: "Undo" }).first().click();
  await expect(page.locator("[data-cell='3.headsail-pivot']").first()).toHaveAttribute("aria-label", before);
  await page.goto("/wenlow/classes/pettle-65/gears");
  await expectAccessible(page);
  await page.locator("#gear-0-loosened").selectOption("each by itself");
  await page.getByRole("button", { name: "Save" }).click();
  await page.goto("/wenlow/classes/pettle-65/gears");
  await page.locator("#gear-0-loosened").selectOption("move as one");
  await page.locator("#gear-0-1").selectOption("Rudder trim");
  await page.locator("#gear-0-1-steps").fill("99");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.locator("main")).toContainText("Whole steps, and not none");
});

test("marks are laid with care on a phone, each step answered, ending in the measuring", async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL, viewport: phone, hasTouch: true });
  const page = await context.newPage();
  await signIn(page, "tamsin", "/wenlow/classes/quillet/boats");
  await page.getByRole("link", { name: "Wagtail" }).tap();
  await page.getByRole("link", { name: "Lay the marks of Gooseneck" }).tap();
  await page.waitForURL(/gooseneck/);
  await expectNoSidewaysScroll(page);
  await expectAccessible(page);
  await page.getByText("no slack", { exact: true }).tap();
  await page.getByRole("button", { name: "Go on to the tape" }).tap();
  await expect(page.getByRole("alert")).toContainText("A scale that starts under load");
  await page.getByText("yes, slack", { exact: true }).tap();
  for (const group of await page.locator("fieldset.question").all()) {
    if ((await group.locator("input:checked").count()) === 0) await group.locator("label").first().tap();
  }
  await page.getByRole("button", { name: "Go on to the tape" }).tap();
  await expect(page).toHaveURL(/measure\/gooseneck/);
  await page.goto("/wenlow/classes/gessamy/boats");
  await context.close();
});

test("a new sail and a printed end are told on that boat’s card alone", async ({ page }) => {
  await signIn(page, "odalys", "/wenlow/classes/gessamy/boats");
  await page.getByRole("link", { name: "Board 1" }).click();
  await page.getByRole("link", { name: "Her sails and fittings" }).click();
  await expectAccessible(page);
  await page.locator("#sail-0-0-spec").fill("2 cm");
  await page.locator("#sail-0-0-max").fill("1 cm");
  await page.getByRole("button", { name: "Save sails" }).click();
  await expect(page.locator("#sail-0-0-max-problem")).toContainText("lies beyond what is specified");
  await page.locator("#sail-0-0-max").fill("3 cm");
  await page.getByRole("button", { name: "Save sails" }).click();
  await expect(page.locator(".thanks")).toContainText("Saved");
  await page.getByRole("link", { name: "Back to the boat" }).click();
  await page.getByRole("link", { name: "Her card" }).click();
  await page.getByLabel("How much wind?").fill("18");
  await expect(page.locator("#card")).toContainText("printed on Red seven as its end");
  await page.goto("/wenlow/classes/gessamy/pull-point?boom=190&sail=6&hang=49");
  await expect(page.locator(".pull-point")).toContainText("2 ways without wind");
  await expectAccessible(page);
  await page.goto("/wenlow/classes/gessamy/card?wind=18&boat=class");
  await expect(page.locator("#card")).not.toContainText("printed on Red seven");
});

test("a log that nobody said came in stays on the phone, comes back as it was typed, and counts once", async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL, viewport: phone, hasTouch: true });
  const page = await context.newPage();
  await signIn(page, "priya", "/wenlow/classes/pettle-65/log?wind=8&boat=class");
  await page.getByRole("button", { name: "I changed something" }).tap();
  await page.getByRole("textbox", { name: "Note", exact: true }).fill("the line went at the mark");
  const answers = [];
  // It comes in, and its answer is lost on the way back.
  await page.route("**/log?*", async (route) => {
    if (route.request().method() !== "POST" || answers.length > 0) return route.continue();
    answers.push((await route.fetch({ maxRedirects: 0 })).status());
    return route.abort();
  });
  await page.getByRole("button", { name: "Send the log" }).last().tap();
  await expect.poll(() => answers).toEqual([204]);
  await expect(page.locator("[data-outbox-told]")).toContainText("Kept on this phone");
  // The browser may throw the page away: what waits goes by itself, and counts once.
  await page.goto("/outbox");
  await expect(page.locator(".outbox li").first()).toContainText("came in");
  await expectAccessible(page);
  await expectNoSidewaysScroll(page);
  await page.getByRole("link", { name: "See it" }).first().click();
  await expect(page.locator("main")).toContainText("the line went at the mark");
  await context.close();
});
