import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { expect } from "@playwright/test";

const axe = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");
// Only what is wrong is worked out whole.
const options = { runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"], resultTypes: ["violations"] };

/** Scans the page as it stands against WCAG 2.2 AA: what is wrong, and the selectors of where. */
export async function violationsOn(page) {
  // A page that is scanned again has the scanner already.
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(axe);
  return page.evaluate(async (asked) => {
    const { violations } = await window.axe.run(document, asked);
    return violations.map(({ id, nodes }) => ({ id, nodes: nodes.map((node) => ({ target: node.target.join(" ") })) }));
  }, options);
}

/** Nothing on the page as it stands is wrong by WCAG 2.2 AA. */
export async function expectAccessible(page) {
  await page.waitForLoadState("load");
  const wrong = await violationsOn(page);
  expect(wrong.map((one) => `${one.id}: ${one.nodes.map((node) => node.target).slice(0, 4).join(", ")}`)).toEqual([]);
}

/** Nothing of the page may stick out sideways. */
export async function expectNoSidewaysScroll(page) {
  expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
}
