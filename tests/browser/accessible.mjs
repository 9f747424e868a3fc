import AxeBuilder from "@axe-core/playwright";
import { expect } from "@playwright/test";

/** Scans the page as it stands against WCAG 2.2 AA and says what is wrong where. */
export async function expectAccessible(page) {
  await page.waitForLoadState("load");
  const { violations } = await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]).analyze();
  expect(violations.map((one) => `${one.id}: ${one.nodes.map((node) => node.target.join(" ")).slice(0, 4).join(", ")}`)).toEqual([]);
}

/** Nothing of the page may stick out sideways. */
export async function expectNoSidewaysScroll(page) {
  expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
}
