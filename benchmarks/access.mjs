// Every kind of page, for everybody, in three themes and at three widths, scanned against WCAG 2.2 AA; what sticks out sideways at 320 px
// (a wide screen at 400 %); and what a keyboard walks through.
import { chromium } from "../tests/browser/node_modules/@playwright/test/index.mjs";
import { violationsOn } from "../tests/browser/accessible.mjs";
import { launchOptions, signIn } from "../tests/browser/chromium.mjs";
import { crawl, kindOf, pathOf } from "./crawl.mjs";

// Each theme meets each width; who may do more sees the pages in other pairs than who may do less.
const looks = {
  nobody: [[320, "paper"], [360, "sunlight"], [1280, "dark"]],
  priya: [[320, "dark"], [360, "paper"], [1280, "sunlight"]],
  odalys: [[320, "sunlight"], [360, "dark"], [1280, "paper"]],
};
const walked = ["/wenlow/classes/quillet", "/wenlow/classes/quillet/card?wind=12&unit=kn", "/wenlow/classes/quillet/log?wind=12", "/wenlow/classes/quillet/rig-up?wind=12", "/wenlow/find?q=vang"];
const baseURL = process.env.BASE_URL;
const browser = await chromium.launch(launchOptions);
const wrong = new Map();
let [scans, kinds] = [0, 0];

const tell = (what, where) => wrong.set(what, [...(wrong.get(what) ?? []), where]);

for (const [person, pairs] of Object.entries(looks)) {
  const context = await browser.newContext({ baseURL, serviceWorkers: "block" });
  const page = await context.newPage();
  const first = person === "nobody" ? ["/", "/sign-in", "/forgot", "/found", "/letters/stop", "/outbox"] : ["/wenlow", "/me", "/me/security", "/me/data"];
  if (person !== "nobody") await signIn(page, person, "/wenlow");
  const pages = await crawl(page, first, pathOf);
  if (person !== "nobody") pages.push("/wenlow/classes/quillet?view=table");
  kinds += pages.length;
  for (const [width, theme] of pairs) {
    await context.addCookies([{ name: "theme", value: theme, url: baseURL }]);
    await page.setViewportSize({ width, height: width > 1000 ? 800 : 740 });
    for (const address of pages) {
      const answer = await page.goto(address).catch(() => null);
      if (!answer || !(answer.headers()["content-type"] ?? "").includes("text/html")) continue;
      await page.evaluate(() => document.querySelectorAll("details").forEach((one) => { one.open = true; }));
      const at = `${kindOf(address)} (${person}, ${width} px, ${theme})`;
      const violations = await violationsOn(page);
      scans += 1;
      for (const one of violations) tell(`${one.id}: ${one.nodes[0].target}`, at);
      const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      if (wide > 0) tell("sticks out sideways", `${at} by ${wide} px`);
    }
  }
  if (person === "odalys") {
    await page.setViewportSize({ width: 1280, height: 800 });
    for (const address of walked) {
      await page.goto(address);
      const seen = new Set();
      for (let tab = 0; tab < 120; tab += 1) {
        await page.keyboard.press("Tab");
        const at = await page.evaluate(() => {
          const on = document.activeElement;
          if (!on || on === document.body) return null;
          const styles = [on, on.closest("label"), on.nextElementSibling].filter(Boolean).map((one) => getComputedStyle(one));
          const drawn = on instanceof SVGElement && !["none", "rgba(0, 0, 0, 0)"].includes(getComputedStyle(on).fill);
          const shown = drawn || styles.some((style) => (style.outlineStyle !== "none" && parseFloat(style.outlineWidth) >= 2) || style.boxShadow !== "none");
          const box = on.getBoundingClientRect();
          return { name: on.outerHTML.slice(0, 80), shown, inSight: box.width > 0 && box.bottom > 0 && box.top < innerHeight };
        });
        if (!at) break;
        if (!at.shown) tell(`focus not seen: ${at.name}`, address);
        if (!at.inSight) tell(`focus out of sight: ${at.name}`, address);
        seen.add(at.name);
      }
      if (seen.size < 8) tell("the keyboard is held", `${address}: ${seen.size} stops`);
    }
  }
  await context.close();
}
await browser.close();
for (const [what, where] of [...wrong].sort((a, b) => b[1].length - a[1].length)) {
  console.log(`${where.length} × ${what}\n    ${where.slice(0, 3).join("\n    ")}`);
}
console.log(`${kinds} kinds of page, ${scans} scans`);
console.log(`access: ${wrong.size} faults in ${scans} scans`);
process.exit(wrong.size > 0 ? 1 : 0);
