// The browser reads and writes texts as the core does: the core's tests read the same cases.
import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { test } from "node:test";
import { degrees, guarded, outline, unguarded } from "../../src/Regatta.Web/Client/text.js";

const cases = JSON.parse(readFileSync(new URL("../shared/text-cases.json", import.meta.url), "utf8"));

for (const [name, act] of Object.entries({ guard: guarded, unguard: unguarded, degrees, outline })) {
  test(`${name} as the core does`, () => {
    for (const [text, expected] of cases[name]) assert.deepEqual(act(text), expected, text);
  });
}

test("what was guarded comes back as it was", () => {
  for (const [text] of cases.guard) assert.equal(unguarded(guarded(text)), text);
});

test("what is no number or no pair yet is nothing", () => {
  assert.equal(degrees("port"), 0);
  assert.deepEqual(outline("0 0, 1, 2 x, 3 3"), [[0, 0], [3, 3]]);
});
