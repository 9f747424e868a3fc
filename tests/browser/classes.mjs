// A class of a test's own, and the cells of a matrix.
import { signIn } from "./chromium.mjs";

// A matrix that the script has taken in hand has one stop for the Tab key: before that a key is heard by nobody.
export const cell = (page, name) => page.locator(`#matrix:has([data-cell][tabindex="0"]) [data-cell="${name}"]`);

export const label = (page, name) => cell(page, name).getAttribute("aria-label");

/** Makes a class from the una-rig's kit as the coordinator, and says where it is. */
export async function makeClass(page, name) {
  await signIn(page, "odalys", "/wenlow/new-class");
  await page.getByRole("radio", { name: /Una-rig/i }).check();
  await page.getByLabel("What is the class called?").fill(name);
  await page.keyboard.press("Enter");
  await page.waitForURL(/controls/);
  return page.url().replace("/controls", "");
}
