// Which page of a pack answers an address.
import assert from "node:assert/strict";
import test from "node:test";
import { choose, isAlwaysThere, windOf } from "../../src/Regatta.Web/Client/pick.js";

const Class = "/club/classes/boat";
const knots = (from, to) => ({ winds: { kn: [from, to], "m/s": [from / 2, to / 2] } });
const page = (path, more) => ({ path: `${Class}/${path}`, kind: path.split("?")[0], plan: "", mode: "", purpose: "", usual: false, ...more });
const list = {
  pages: [
    page("card?a", { ...knots(0, 5.25) }),
    page("card?b", { ...knots(5.25, 12), usual: true }),
    page("card?c", { ...knots(12, 40), carries: "reef" }),
    page("card?down", { mode: "downwind", ...knots(0, 40) }),
    page("card?reef", { plan: "reef", ...knots(0, 12) }),
    page("card?fun", { purpose: "fun", ...knots(0, 40) }),
    page("log?light", { ...knots(0, 12), carries: "full" }),
    page("log?strong", { ...knots(12, 40), carries: "reef" }),
    page("reefs"),
    { path: "/outbox", kind: "named" },
    { path: "/club/logbook/7", kind: "named" },
    page("log?correct=7", { kind: "named" }),
  ],
  boat: "3",
  mode: "upwind",
  plan: "",
  purpose: "racing",
};
const at = (address) => choose(list, new URL(address, "http://club"), Class)?.replace(`${Class}/`, "");

test("a wind is picked by its stretch, in every unit", () => {
  assert.equal(at(`${Class}/card?wind=5.2&unit=kn`), "card?a");
  assert.equal(at(`${Class}/card?wind=5.3&unit=kn`), "card?b");
  assert.equal(at(`${Class}/card?wind=6,5&unit=m/s`), "card?c");
  assert.equal(at(`${Class}/card?wind=2&unit=m/s`), "card?a");
  assert.equal(at(`${Class}/card?wind=90&unit=kn`), "card?c");
  assert.equal(at(`${Class}/card`), "card?b");
  assert.equal(windOf(new URL("http://club/card?wind=x")), null);
});

test("sails, mode and purpose are those asked for; the class's first ones by name too", () => {
  assert.equal(at(`${Class}/card?wind=4&mode=downwind`), "card?down");
  assert.equal(at(`${Class}/card?wind=4&plan=reef`), "card?reef");
  // They are what is carried in more wind anyhow, and beyond all that is kept.
  assert.equal(at(`${Class}/card?wind=14&plan=reef`), "card?c");
  assert.equal(at(`${Class}/card?wind=90&plan=reef`), "card?c");
  assert.equal(at(`${Class}/card?wind=4&purpose=fun`), "card?fun");
  assert.equal(at(`${Class}/card?wind=4&mode=upwind&purpose=racing`), "card?a");
});

test("what is not in the pack is not answered by something else", () => {
  assert.equal(at(`${Class}/reefs`), "reefs");
  assert.equal(at("/outbox"), "/outbox");
  assert.equal(at("/club/logbook/7"), "/club/logbook/7");
  assert.equal(at("/club/logbook/8"), undefined);
  assert.equal(at(`${Class}/log?correct=7`), "log?correct=7");
  assert.equal(at(`${Class}/log?correct=8`), undefined);
  assert.equal(at(`${Class}/boats`), undefined);
  assert.equal(at("/club/classes/boat-2/card?wind=4"), undefined);
  // A correction, or a check that goes along, would be lost on another page.
  assert.equal(at(`${Class}/card?wind=4&correct=7`), undefined);
  assert.equal(at(`${Class}/log?wind=4&sign=turnsUp`), undefined);
  // What is carried then answers for the sails asked for by name, and not beyond the winds it is carried in.
  assert.equal(at(`${Class}/log?wind=4&plan=full`), "log?light");
  assert.equal(at(`${Class}/log?wind=14&plan=full`), undefined);
  assert.equal(at(`${Class}/log?wind=14&plan=reef`), "log?strong");
  assert.equal(at(`${Class}/log?wind=4&plan=reef`), undefined);
  assert.equal(at(`${Class}/log?wind=14`), "log?strong");
  assert.equal(at(`${Class}/log?wind=4&mode=downwind`), undefined);
  // Marks of other sails, or of another mode, are worse than none.
  assert.equal(at(`${Class}/card?wind=4&plan=storm`), undefined);
  assert.equal(at(`${Class}/card?wind=4&mode=soak`), undefined);
  assert.equal(at(`${Class}/card?wind=4&boat=3`), "card?a");
  assert.equal(at(`${Class}/card?wind=4&boat=4`), undefined);
});

test("a class is gone where a page that it always has is gone, and not where one of its logs is", () => {
  const always = (address) => isAlwaysThere(list, new URL(address, "http://club"), Class);
  assert.equal(always(`${Class}/card?wind=4&unit=kn`), true);
  assert.equal(always(`${Class}/log`), true);
  assert.equal(always(`${Class}/log?correct=7`), false);
  assert.equal(always(`${Class}/trials/9`), false);
  assert.equal(always("/club/classes/boat-2/card"), false);
});
