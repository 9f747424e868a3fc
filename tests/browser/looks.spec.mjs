// Every view in the looks for bright sun and for the dark.
import { test } from "@playwright/test";
import { expectAccessible, expectNoSidewaysScroll } from "./accessible.mjs";
import { signIn } from "./chromium.mjs";

const phone = { width: 360, height: 740 };

for (const look of ["sunlight", "dark"]) {
  test(`every view is legible in the ${look} look, on a desk and on a phone`, async ({ page }) => {
    await signIn(page, "odalys");
    await page.getByRole("button", { name: look }).click();
    const paths = ["/wenlow", "/wenlow/classes/quillet?cell=4.gooseneck", "/wenlow/classes/ferrin-16?view=table", "/wenlow/classes/ferrin-16/card", "/wenlow/classes/ferrin-16/log", "/wenlow/classes/ferrin-16/bands", "/wenlow/logbook", "/wenlow/people", "/wenlow/import", "/me", "/wenlow/new-class", "/wenlow/classes/brannet/controls", "/wenlow/classes/brannet/controls/vang", "/wenlow/classes/brannet/boats", "/wenlow/classes/brannet/strips", "/wenlow/today?wind=16", "/wenlow/calendar", "/wenlow/classes/brannet/crew", "/wenlow/classes/orlop-9?view=table", "/wenlow/classes/ferrin-16/compare?from=1&to=2&view=table", "/wenlow/classes/brannet/plans", "/wenlow/classes/brannet/copy", "/wenlow/classes/tandry/card/print", "/wenlow/classes/tandry/gauge", "/wenlow/classes/tandry/gauge/leech?question=leech-top"];
    for (const path of paths) {
      await page.goto(path);
      await expectAccessible(page);
    }
    // What is beside what does not hang on the look: once is enough.
    await page.setViewportSize(phone);
    for (const path of look === "dark" ? [] : paths) {
      await page.goto(path);
      await expectNoSidewaysScroll(page);
    }
  });
}
