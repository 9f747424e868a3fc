import AxeBuilder from "@axe-core/playwright";
import { expect } from "@playwright/test";

/** Scans the page as it stands against WCAG 2.2 AA and says what is wrong where. */
export async function expectAccessible(page) {
  await page.waitForLoadState("load");
  // Only what is wrong is worked out whole, and on the page itself: there are no frames.
  const { violations } = await new AxeBuilder({ page })
    .options({ resultTypes: ["violations"] })
    .withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"])
    .setLegacyMode()
    .analyze();
  expect(violations.map((one) => `${one.id}: ${one.nodes.map((node) => node.target.join(" ")).slice(0, 4).join(", ")}`)).toEqual([]);
}

/** Nothing of the page may stick out sideways. */
export async function expectNoSidewaysScroll(page) {
  expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
}
