// Two who change one matrix at the same time.
import { expect, test } from "@playwright/test";
import { signIn } from "./chromium.mjs";
import { cell, label, makeClass } from "./classes.mjs";

// Every edit either lands or is shown as a conflict, and what stands at the end is what the landed edits say.
test("two editors at random lose nothing", async ({ page, browser }) => {
  const path = new URL(await makeClass(page, "Tumblehome")).pathname;
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signIn(other, "odalys", "/");
  const cells = ["2.vang", "3.vang", "2.traveller", "3.traveller"];
  const landed = new Map();
  const told = [];
  const count = { landed: 0, conflicts: 0, sent: 0 };
  await Promise.all([page, other].map(async (editor, seed) => {
    editor.on("response", (answer) => told.push(hear(answer)));
    const hear = async (answer) => {
      const handler = new URL(answer.url()).searchParams.get("handler");
      if (answer.request().method() !== "POST" || handler !== "Cell") return;
      const name = new URL(answer.url()).searchParams.get("cell");
      if (answer.status() === 409) count.conflicts += 1;
      if (answer.status() !== 200) return;
      const html = await answer.text();
      const [, revision, said] = new RegExp(`data-cell="${name.replace(".", "\\.")}"[^>]*data-revision="(\\d+)"[^>]*aria-label="([^"]*)"`).exec(html);
      const seen = landed.get(name) ?? { revision: 0, said, all: new Map() };
      // What says what the cell said already is no edit: it lands on the revision that stands, and on no other words.
      const words = said.replace(", does not fit", "");
      expect(seen.all.get(revision) ?? words).toBe(words);
      seen.all.set(revision, words);
      landed.set(name, Number(revision) > seen.revision ? { revision: Number(revision), said, all: seen.all } : seen);
      count.landed += 1;
    };
    await editor.goto(`${path}?view=table`);
    let random = seed + 1;
    const next = (most) => { random = (random * 48271) % 2147483647; return random % most; };
    for (let edit = 0; edit < 40; edit++) {
      const name = cells[next(cells.length)];
      await cell(editor, name).focus();
      const done = editor.waitForResponse((answer) => answer.request().method() === "POST");
      const what = next(4);
      if (what === 0) {
        await editor.keyboard.type(String(next(6)));
        await editor.keyboard.press("Enter");
      } else {
        await editor.keyboard.press(["]", "[", "Delete"][what - 1]);
      }
      count.sent += 1;
      const answer = await done;
      if (answer.status() === 409) await expect(editor.getByRole("alert").first()).toContainText("changed this cell");
      await editor.waitForTimeout(next(120));
    }
  }));
  await Promise.all(told);
  expect(count.landed + count.conflicts).toBe(count.sent);
  expect(count.landed).toBeGreaterThan(15);
  await page.goto(`${path}?view=table`);
  for (const [name, last] of landed) {
    expect(await cell(page, name).getAttribute("data-revision")).toBe(String(last.revision));
    // What the neighbours say since may have made it fit, or not.
    const plain = (said) => said.replaceAll("&#xB1;", "±").replaceAll("&#x2013;", "–").replace(", does not fit", "");
    expect(plain(await label(page, name))).toBe(plain(last.said));
  }
  // The other page has heard of it all without being asked.
  for (const name of cells) await expect(cell(other, name)).toHaveAttribute("data-revision", await cell(page, name).getAttribute("data-revision"));
  await other.context().close();
});

test("whoever writes in a cell writes on while what another changed comes in", async ({ page, browser }) => {
  const path = new URL(await makeClass(page, "Futtock")).pathname;
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signIn(other, "odalys", `${path}?view=table`);
  await page.goto(`${path}?view=table`);
  await cell(page, "2.vang").focus();
  // The second look is on its way when the first figure is written, and comes in before the next one.
  await page.route(/handler=Refresh/, async (route) => {
    await new Promise((later) => { setTimeout(later, 1500); });
    await route.continue();
  });
  const asked = page.waitForRequest(/handler=Refresh/);
  await cell(other, "4.vang").focus();
  await other.keyboard.type("6");
  await other.keyboard.press("Enter");
  await asked;
  await page.keyboard.press("4");
  await expect(cell(page, "4.vang")).toContainText("strip 6");
  await page.keyboard.type(" 1/2");
  await page.keyboard.press("Enter");
  await expect(cell(page, "2.vang")).toContainText("strip 4 1/2");
  await other.context().close();
});
