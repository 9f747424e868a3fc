// What a person reads: how long its sentences are and which grade of school they ask for (Flesch-Kincaid), by page.
import { chromium } from "../tests/browser/node_modules/@playwright/test/index.mjs";
import { launchOptions, signIn } from "../tests/browser/chromium.mjs";
import { syllable } from "../tests/browser/node_modules/syllable/index.js";
import { crawl, kindOf } from "./crawl.mjs";

const browser = await chromium.launch(launchOptions);
const page = await (await browser.newContext({ baseURL: process.env.BASE_URL, serviceWorkers: "block" })).newPage();
await signIn(page, "odalys", "/wenlow");
const rows = [];
const all = [];
for (const address of await crawl(page, ["/wenlow", "/me"], kindOf)) {
  const answer = await page.goto(address).catch(() => null);
  if (!answer || !(answer.headers()["content-type"] ?? "").includes("text/html")) continue;
  const blocks = await page.evaluate(() =>
    [...document.querySelectorAll("main :is(p, li, dd, figcaption, summary, legend, label, h1, h2, h3)")]
      .filter((one) => !one.querySelector("p, li, dd, input, select, textarea, button"))
      .map((one) => one.textContent.replace(/\s+/g, " ").trim()));
  const sentences = blocks.flatMap((text) => text.split(/(?<=[.?!:;])\s+/)).map((text) => text.match(/[\p{L}’'-]+/gu) ?? []).filter((words) => words.length >= 4);
  if (sentences.length === 0) continue;
  const words = sentences.flat();
  const grade = 0.39 * (words.length / sentences.length) + 11.8 * (words.reduce((sum, word) => sum + syllable(word), 0) / words.length) - 15.59;
  const lengths = sentences.map((one) => one.length).sort((a, b) => a - b);
  rows.push({ kind: kindOf(address), sentences: sentences.length, median: lengths[lengths.length >> 1], longest: lengths.at(-1), grade });
  all.push(...lengths);
}
await browser.close();
rows.sort((a, b) => b.grade - a.grade);
console.log("| page | sentences | median words | longest | grade |\n|---|---:|---:|---:|---:|");
for (const row of rows.slice(0, 15)) console.log(`| ${row.kind} | ${row.sentences} | ${row.median} | ${row.longest} | ${row.grade.toFixed(1)} |`);
all.sort((a, b) => a - b);
const grades = rows.map((row) => row.grade).sort((a, b) => a - b);
console.log(`${rows.length} kinds of page, ${all.length} sentences, longest ${all.at(-1)} words, grade ${grades[grades.length >> 1].toFixed(1)} in the middle, ${grades.at(-1).toFixed(1)} at the most`);
console.log(`words: median sentence ${all[all.length >> 1]} words`);
