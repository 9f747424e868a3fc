// Without a line: what a sailor needs afloat goes on, and what they send arrives once when the line is back.
import { expect, test } from "@playwright/test";
import { expectAccessible, expectNoSidewaysScroll } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";
import { makeClass } from "./classes.mjs";
import { openLine } from "./line.mjs";

const phone = { width: 360, height: 740 };
const Class = "/wenlow/classes/brannet";

const packed = (page, sailed = Class) => page.evaluate(async (list) => {
  for (const name of await caches.keys()) {
    for (const key of name.startsWith("lists:") ? await (await caches.open(name)).keys() : []) if (key.url.endsWith(list)) return true;
  }
  return false;
}, `${sailed}/pack`);

/** A phone of somebody's own that has packed a class; the line under it can be cut. */
async function packedPhone(browser, baseURL, who, sailed) {
  const line = await openLine(baseURL);
  const context = await browser.newContext({ baseURL: line.url, viewport: phone, hasTouch: true, serviceWorkers: "allow" });
  const page = await context.newPage();
  await signIn(page, who, `${sailed}/card?wind=12&unit=kn`);
  // A page that was on its way when the worker began is not its own yet; the next one is.
  await expect(async () => {
    await page.reload();
    expect(await page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  }).toPass({ timeout: 90_000 });
  await expect.poll(() => packed(page, sailed), { timeout: 120_000 }).toBe(true);
  // Once more under the worker, so that styles and scripts are kept.
  await page.reload();
  await page.waitForLoadState("networkidle");
  await page.close();
  return { line, context };
}

// Packing takes longer than most of what is tried with it: those who need no phone of their own share one.
let shared;
test.afterAll(async () => {
  shared?.line.close();
  await shared?.context.close();
});

/** Somebody on a phone that has packed a class. */
async function afloat(browser, baseURL, who, use, sailed) {
  const own = await packedPhone(browser, baseURL, who, sailed);
  try {
    await onPhone(own, use);
  } finally {
    own.line.close();
    await own.context.close();
  }
}

/** Priya with the una-rig, on the phone that these tests share; its outbox is emptied before. */
async function priyaAfloat(browser, baseURL, use) {
  shared ??= await packedPhone(browser, baseURL, "priya", Class);
  const page = await shared.context.newPage();
  await page.goto("/outbox");
  await page.evaluate(async () => {
    const open = indexedDB.open("regatta-outbox", 1);
    open.onupgradeneeded = () => open.result.createObjectStore("forms", { keyPath: "id", autoIncrement: true });
    await new Promise((on) => (open.onsuccess = on));
    const change = open.result.transaction("forms", "readwrite");
    change.objectStore("forms").clear();
    await new Promise((on) => (change.oncomplete = on));
    open.result.close();
  });
  await page.close();
  await onPhone(shared, use);
}

async function onPhone({ line, context }, use) {
  const page = await context.newPage();
  try {
    await use(page, line, context);
  } finally {
    line.mend();
    await page.close();
  }
}

const marks = (page) => page.locator("#card .mark-lines dd.number, #card .mark-lines dd.words").allTextContents();

test("the card goes from band to band without a line as with it, and says what it is", async ({ browser, baseURL }) => {
  await priyaAfloat(browser, baseURL, async (page, line) => {
    const online = {};
    for (const wind of ["4", "12", "19"]) {
      await page.goto(`${Class}/card?wind=${wind}&unit=kn`);
      online[wind] = await marks(page);
    }
    expect(online["4"]).not.toEqual(online["19"]);
    line.cut();
    for (const wind of ["19", "4", "12"]) {
      await page.goto(`${Class}/card?wind=${wind}&unit=kn`);
      expect(await marks(page)).toEqual(online[wind]);
    }
    await expect(page.locator("[data-packed-told]")).toContainText(/No line\. This is version \d+, kept on this phone/);
    await expectAccessible(page);
    await expectNoSidewaysScroll(page);
    // By the wind's own slider, and back to the same marks.
    await page.locator(".wind-form input[type=range]").fill("19");
    await page.locator(".wind-form input[type=range]").dispatchEvent("change");
    await expect.poll(() => marks(page)).toEqual(online["19"]);
    for (const place of ["rig-up", "reefs", "check", "wrong", "procedures", "log"]) {
      await page.goto(`${Class}/${place}?wind=12&unit=kn`);
      await expect(page.locator("[data-packed-told]")).toBeVisible();
      await expect(page.locator("h1")).toContainText("Brannet");
    }
    // What is not kept says so.
    await page.goto(`${Class}/history`).catch(() => {});
    await expect(page.getByRole("heading", { name: "No line" })).toBeVisible();
  });
});

test("a note and a log made without a line arrive once, in their order, when it is back", async ({ browser, baseURL }) => {
  const Skelvin = "/wenlow/classes/skelvin";
  await afloat(browser, baseURL, "tamsin", async (page, line) => {
    line.cut();
    await page.goto(`${Skelvin}/card?wind=12&unit=kn`);
    await page.getByRole("button", { name: "Note it now" }).tap();
    await expect(page.locator("[data-outbox-told]")).toContainText("Kept on this phone");
    await page.goto(`${Skelvin}/log?wind=12&unit=kn`);
    await page.getByRole("textbox", { name: "Note", exact: true }).fill("sailed without a line");
    await page.getByRole("button", { name: "Send the log" }).last().tap();
    await expect(page.locator("[data-outbox-told]")).toContainText("Kept on this phone");
    await expect(page.locator("[data-outbox-door]")).toHaveText("Outbox 2");
    await page.goto("/outbox");
    await expect(page.locator(".outbox li.is-waits")).toHaveCount(2);
    line.mend();
    await page.getByRole("button", { name: "Send now" }).tap();
    await expect(page.locator(".outbox li.is-sent")).toHaveCount(2);
    await expectAccessible(page);
    await page.reload();
    await expect(page.locator("[data-outbox-door]")).toBeHidden();
    await page.getByRole("link", { name: "See it" }).first().click();
    await expect(page.locator("main")).toContainText("sailed without a line");
  }, Skelvin);
});

test("another person at the phone finds nothing of it; the same person finds all of it", async ({ browser, baseURL }) => {
  await afloat(browser, baseURL, "odalys", async (page, line) => {
    line.cut();
    await page.goto(`${Class}/card?wind=12&unit=kn`);
    await page.getByRole("button", { name: "Note it now" }).tap();
    await expect(page.locator("[data-outbox-told]")).toContainText("Kept on this phone");
    // It must not go before the other one is at the phone: the line comes back with them.
    await page.context().clearCookies();
    line.mend();
    await signIn(page, "ebbe", "/outbox");
    await expect(page.locator(".outbox li")).toHaveCount(0);
    await expect.poll(() => packed(page)).toBe(false);
    await page.context().clearCookies();
    await signIn(page, "odalys", "/outbox");
    await expect(page.locator(".outbox li")).toHaveCount(1);
    await expect(page.locator(".outbox li")).toContainText("came in");
  }, Class);
});

test("what the club refuses stays with its reason and opens as its form", async ({ browser, baseURL }) => {
  await priyaAfloat(browser, baseURL, async (page, line) => {
    line.cut();
    await page.goto(`${Class}/log?wind=12&unit=kn`);
    // It stands folded among the marks as the card has them.
    await page.locator("[name=mark-vang]").evaluate((field) => (field.value = "a lot"));
    await page.getByRole("button", { name: "Send the log" }).last().tap();
    await expect(page.locator("[data-outbox-told]")).toContainText("Kept on this phone");
    line.mend();
    await page.goto("/outbox");
    await expect(page.locator(".outbox li.is-refused")).toHaveCount(1);
    await page.getByRole("button", { name: "Open it" }).tap();
    await expect(page.locator("#mark-vang-problem, [id$=vang-problem]").first()).toBeVisible();
    await expect(page.locator("[name=mark-vang]")).toHaveValue("a lot");
    await page.locator("[name=mark-vang]").fill("4");
    await page.getByRole("button", { name: "Send the log" }).last().tap();
    await expect(page).toHaveURL(/logbook/);
    await page.goto("/outbox");
    await expect(page.locator(".outbox li.is-refused")).toHaveCount(0);
  });
});

const bar = (page, name) => page.locator(".afloat-bar").getByText(name);
const played = (page) => page.locator(".afloat-marks .mark-lines dt").allTextContents();

test("the screen afloat goes a band up and down, notes and takes back without a line, by one wet thumb", async ({ browser, baseURL }) => {
  await priyaAfloat(browser, baseURL, async (page, line) => {
    line.cut();
    await page.goto(`${Class}/afloat?wind=9&unit=kn`);
    await expect(page.locator("[data-packed-told]")).toContainText("No line");
    const before = await page.locator(".afloat-wind span").textContent();
    await bar(page, "Gear up").tap();
    await expect(page.locator(".afloat-wind span")).not.toHaveText(before);
    await expect(page.locator(".mark-lines .has-changed").first()).toContainText("◂");
    expect(await played(page)).not.toEqual([]);
    await bar(page, "Gear down").tap();
    await expect(page.locator(".afloat-wind span")).toHaveText(before);
    // A sleeve pressed it: kept at one tap, and taken back by the next.
    await bar(page, "Note").tap();
    await expect(page.locator("[data-outbox-told]")).toContainText("Kept on this phone");
    await page.getByRole("button", { name: "Take the last note back" }).tap();
    await expect(page.locator("[data-outbox-door]")).toHaveText("Outbox 2");
    await bar(page, "Wrong?").tap();
    await expect(page.locator("h1")).toContainText("Brannet");
    await page.goBack();
    // All of it can be drawn out from under the bar.
    await page.evaluate(() => window.scrollTo(0, document.body.scrollHeight));
    await expectAccessible(page);
    await expectNoSidewaysScroll(page);
    const small = await page.locator(".afloat .btn:visible, .afloat summary:visible").evaluateAll((all) => all
      .filter((one) => { const { width, height } = one.getBoundingClientRect(); return Math.min(width, height) < 64; }).map((one) => one.textContent.trim()));
    expect(small).toEqual([]);
    line.mend();
    await page.goto("/outbox");
    await page.getByRole("button", { name: "Send now" }).tap();
    await expect(page.locator(".outbox li.is-sent")).toHaveCount(2);
    // The note and its taking back came in their order: nothing waits for the log.
    await page.goto(`${Class}/afloat?wind=12&unit=kn`);
    await expect(page.getByRole("button", { name: "Take the last note back" })).toBeHidden();
  });
});

test("the sun, the page on its side and a spoken note need no line", async ({ browser, baseURL }) => {
  await priyaAfloat(browser, baseURL, async (page, line, context) => {
    await context.grantPermissions(["microphone"]);
    line.cut();
    await page.goto(`${Class}/afloat?wind=12&unit=kn`);
    await page.getByRole("button", { name: "Sunlight", exact: true }).tap();
    await expect(page.locator("html")).toHaveAttribute("data-theme", "sunlight");
    await page.goto(`${Class}/card?wind=12&unit=kn`);
    await expect(page.locator("html")).toHaveAttribute("data-theme", "sunlight");
    await page.goto(`${Class}/afloat?wind=12&unit=kn`);
    await page.setViewportSize({ width: 740, height: 360 });
    await expect(page.locator(".afloat-marks dd").first()).toBeInViewport();
    await expect(bar(page, "Wrong?")).toBeInViewport();
    await expectNoSidewaysScroll(page);
    await page.setViewportSize(phone);
    const speak = page.getByRole("button", { name: "Hold to speak" });
    await speak.focus();
    await page.keyboard.down("Space");
    await expect(speak).toHaveAttribute("aria-pressed", "true");
    await expect(page.locator("[data-voice-told]")).toContainText("Speak now");
    await page.waitForTimeout(600);
    await page.keyboard.up("Space");
    await expect(page.locator("[data-voice-told]")).toContainText("Kept on this phone");
    // Ashore it stands where the note is written, plays, and goes by two taps.
    await page.goto(`${Class}/log?wind=12&unit=kn`);
    const spoken = page.locator("[data-voice-list] li");
    await expect(spoken).toHaveCount(1);
    await expect.poll(() => spoken.locator("audio").evaluate((sound) => sound.readyState)).toBeGreaterThan(0);
    await spoken.getByRole("button", { name: "Delete it" }).tap();
    await expect(spoken).toHaveCount(1);
    await spoken.getByRole("button", { name: "sure?" }).tap();
    await expect(spoken).toHaveCount(0);
    line.mend();
    await page.goto(`${Class}/card?wind=12&unit=kn`);
    await expect.poll(() => page.evaluate(() => localStorage.getItem("theme-waits"))).toBe(null);
    await page.reload();
    await expect(page.locator("html")).toHaveAttribute("data-theme", "sunlight");
  });
});

test("helm, held, felt and Send stand on a phone's first screen, and a second tap takes a word back", async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL, viewport: phone, hasTouch: true });
  const page = await context.newPage();
  await signIn(page, "priya", `${Class}/log?wind=12&unit=kn`);
  for (const what of [page.locator(".tack .chip").first(), page.locator(".tack .chip").last(), page.getByRole("button", { name: "All held" }),
    page.getByText("as usual", { exact: true }), page.locator(".send-now button")]) {
    await expect(what).toBeInViewport({ ratio: 1 });
    // And nothing lies over it.
    expect(await what.evaluate((seen) => {
      const { left, bottom, width } = seen.getBoundingClientRect();
      return seen.contains(document.elementFromPoint(left + width / 2, bottom - 3));
    })).toBe(true);
  }
  const pull = page.locator(".tack").first().getByText("pull", { exact: true });
  await pull.tap();
  const degrees = page.locator("[name=helmPort]");
  await expect(degrees).not.toHaveValue("");
  await pull.tap();
  await expect(degrees).toHaveValue("");
  await expect(page.locator(".tack :checked")).toHaveCount(0);
  await page.getByRole("button", { name: "All held" }).tap();
  await expect(page.locator(".gates :checked")).not.toHaveCount(0);
  await expectAccessible(page);
  await expectNoSidewaysScroll(page);
  await context.close();
});

test("a rig-up that ends without a line leads to the water all the same", async ({ browser, baseURL }) => {
  await priyaAfloat(browser, baseURL, async (page, line) => {
    line.cut();
    await page.goto(`${Class}/rig-up?wind=12&unit=kn`);
    await page.locator(".rig-answer input[value=skipped]").evaluateAll((all) => all.forEach((one) => one.click()));
    await page.getByRole("button", { name: "Ready to launch" }).tap();
    await expect(page.locator("[data-outbox-told]")).toContainText("Kept on this phone");
    await page.getByRole("link", { name: "On to the water" }).tap();
    await expect(page.locator("[data-afloat]")).toBeVisible();
    await expect(page.locator("[data-packed-told]")).toContainText("No line");
  });
});

test("a check fills its log, a sign has its list and a drill's time is kept, all without a line", async ({ browser, baseURL }) => {
  await priyaAfloat(browser, baseURL, async (page, line) => {
    line.cut();
    await page.goto(`${Class}/check?wind=12&unit=kn`);
    const steps = await page.locator("[data-step]").count();
    const answered = async () => {
      await page.goto(`${Class}/check?wind=12&unit=kn`);
      await expect(page.locator("[data-place]")).toHaveText(`1 of ${steps}`);
      await page.locator("[data-step]:not([hidden])").getByText("Yes", { exact: true }).tap();
      await expect(page.locator("[data-place]")).toHaveText(`2 of ${steps}`);
      const gate = await page.locator("[data-step] input:checked").first().getAttribute("name");
      while (!(await page.getByRole("button", { name: "On to the log" }).isVisible())) await page.locator("[data-skip]").tap();
      return page.locator(`.gates input[name=${gate}]`);
    };
    const toTheLog = async () => {
      await page.getByRole("button", { name: "On to the log" }).tap();
      await expect(page).toHaveURL(/\/log\?/);
    };
    let gate = await answered();
    await toTheLog();
    await expect(page.locator("[data-packed-told]")).toBeVisible();
    await expect(gate).toBeChecked();
    // The line may be back before the log opens: what was answered goes along all the same, and into no other log.
    gate = await answered();
    line.mend();
    await toTheLog();
    await expect(page.locator("[data-packed-told]")).toBeHidden();
    await expect(gate).toBeChecked();
    await page.reload();
    await expect(gate).not.toBeChecked();
    line.cut();

    await page.goto(`${Class}/wrong?wind=12&unit=kn`);
    await page.locator(".sign-alone summary").first().tap();
    await expect(page.locator(".sign-alone .cures li").first()).toBeVisible();
    const look = page.locator(".question .answer-choice:has(.look-ask)").first();
    await look.locator("label").tap();
    await expect(look.locator(".look-ask")).toBeVisible();
    await expectAccessible(page);

    await page.goto(`${Class}/procedures`);
    await page.locator("main a[href*='/procedures/']").first().tap();
    await page.getByLabel("It took, seconds").fill("41");
    await page.getByRole("button", { name: "Keep the time" }).tap();
    await expect(page.locator("[data-outbox-told]")).toContainText("Kept on this phone");
    line.mend();
    await page.goto("/outbox");
    await page.getByRole("button", { name: "Send now" }).tap();
    await expect(page.locator(".outbox li.is-sent")).toContainText("Time of");
    await page.getByRole("link", { name: "See it" }).first().tap();
    await expect(page.locator("main")).toContainText("The club’s best: 41 s");
  });
});

test("without a line one's own log is corrected, and a trial goes on from run to run", async ({ browser, baseURL }) => {
  const sailed = "/wenlow/classes/quillet";
  const desk = await (await browser.newContext({ baseURL })).newPage();
  await signIn(desk, "tamsin", `${sailed}/trials?band=2`);
  await desk.getByLabel("How?").selectOption("one boat, back and forth");
  await desk.getByRole("button", { name: "Plan it" }).click();
  await expect(desk.getByRole("heading", { level: 2 })).toContainText("against");
  const trial = new URL(desk.url()).pathname;
  // A log young enough to be corrected.
  const ashore = await (await browser.newContext({ baseURL })).newPage();
  await signIn(ashore, "priya", `${sailed}/log?wind=12&unit=kn`);
  await ashore.getByRole("button", { name: "Send the log" }).last().click();
  await expect(ashore).toHaveURL(/logbook/);
  await afloat(browser, baseURL, "priya", async (page, line) => {
    line.cut();
    // Where one begins, one's boat stands.
    await page.goto("/wenlow/today");
    await expect(page.locator("#card")).toBeVisible();
    const correct = await page.evaluate(async () => {
      const name = (await caches.keys()).find((one) => one.startsWith("lists:"));
      const lists = await caches.open(name);
      const { pages } = await (await lists.match((await lists.keys())[0])).json();
      return pages.find((one) => one.path.includes("correct=")).path;
    });
    await page.goto(correct);
    const key = await page.locator("[name=logKey]").inputValue();
    const when = await page.locator("[name=sailedAt]").inputValue();
    await page.getByRole("textbox", { name: "Note", exact: true }).fill("said again without a line");
    await page.getByRole("button", { name: /Send/ }).last().tap();
    await expect(page.locator("[data-outbox-told]")).toContainText("Kept on this phone");
    expect(await page.locator("[name=logKey]").inputValue()).toBe(key);

    await page.goto(trial);
    const keep = async (run, helm) => {
      await page.getByLabel("Helm on port, degrees").fill(helm);
      await page.getByLabel("Helm on starboard, degrees").fill(helm);
      await page.getByLabel(/^Wind/).fill("12");
      await page.getByRole("button", { name: `Keep run ${run}` }).tap();
      await expect(page.getByRole("button", { name: `Keep run ${run + 1}` })).toBeVisible();
    };
    await keep(1, "4.2");
    await keep(2, "3.6");
    await page.goto(trial);
    await expect(page.getByRole("button", { name: "Keep run 3" })).toBeVisible();
    await expect(page.locator(".trial-runs li").first()).toContainText("Kept on this phone");
    await expectAccessible(page);
    await expectNoSidewaysScroll(page);
    for (let run = 3; run < 7; run += 1) await keep(run, "4");

    line.mend();
    await page.goto("/outbox");
    await page.getByRole("button", { name: "Send now" }).tap();
    await expect(page.locator(".outbox li.is-sent")).toHaveCount(7);
    await page.goto(trial);
    await expect(page.locator("[data-packed-told]")).toBeHidden();
    await expect(page.locator(".trial-runs li").nth(5)).toContainText("+4° port");
    await page.goto(`/wenlow/logbook/${new URL(correct, baseURL).searchParams.get("correct")}`);
    await expect(page.locator("main")).toContainText("said again without a line");
    await page.goto(correct);
    expect(await page.locator("[name=sailedAt]").inputValue()).toBe(when);
  }, sailed);
});

test("a class that is gone leaves nothing on a phone that looks for it", async ({ browser, baseURL }) => {
  const desk = await (await browser.newContext({ baseURL })).newPage();
  const sailed = new URL(await makeClass(desk, "Mayfly")).pathname;
  await afloat(browser, baseURL, "priya", async (page, line) => {
    await desk.goto(`${sailed}/delete`);
    await desk.getByLabel(/To be sure/).fill("Mayfly");
    await desk.getByRole("button", { name: "Delete Mayfly for good" }).click();
    await desk.waitForURL(/\/wenlow$/);
    await page.goto(`${sailed}/card`);
    await expect.poll(() => packed(page, sailed)).toBe(false);
    line.cut();
    await page.goto(`${sailed}/card`).catch(() => {});
    await expect(page.getByRole("heading", { name: "No line" })).toBeVisible();
  }, sailed);
});

test("a thumb quicker than the scripts loses nothing, and two logs from one kept page are two", async ({ browser, baseURL }) => {
  await priyaAfloat(browser, baseURL, async (page, line) => {
    await page.addInitScript(() => document.addEventListener("DOMContentLoaded", () => {
      if (location.hash === "#at-once") document.querySelector("form.log-form").requestSubmit();
    }));
    line.cut();
    for (const sent of [1, 2]) {
      await page.goto(`${Class}/log?wind=12&unit=kn#at-once`);
      await expect(page.locator("[data-outbox-told]")).toContainText("Kept on this phone");
      await expect(page.locator("[data-outbox-door]")).toHaveText(`Outbox ${sent}`);
      await page.goto("/outbox");
    }
    line.mend();
    await page.getByRole("button", { name: "Send now" }).tap();
    await expect(page.locator(".outbox li.is-sent")).toHaveCount(2);
    const logs = await page.getByRole("link", { name: "See it" }).evaluateAll((links) => links.map((link) => new URL(link.href).pathname));
    expect(new Set(logs).size).toBe(2);
  });
});
