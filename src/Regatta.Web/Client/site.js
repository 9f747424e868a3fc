import { themes } from "./theme.js";

const loaded = () => (document.readyState === "complete" ? Promise.resolve() : new Promise((on) => addEventListener("load", on, { once: true })));

/** The page is seen first, then it can do what it can; a page nobody looks at does not wait to be seen. */
const seen = () => new Promise((on) => {
  requestAnimationFrame(() => setTimeout(on));
  setTimeout(on, 500);
});

/** What was changed before anything listened for it. */
const changes = ["input", "change"];
const early = /** @type {Map<string, Set<Element>>} */ (new Map(changes.map((type) => [type, new Set()])));
const remember = (event) => early.get(event.type).add(event.target);
for (const type of changes) document.addEventListener(type, remember, true);

/** Whether something asks the club when a field changes: around it, or from afar by the name of its form. */
const isHeard = (field) =>
  field.closest("[hx-get], [hx-post]") ||
  [...document.querySelectorAll("[hx-trigger*='from:']")].some((far) => field.closest(/from:(\S+)/.exec(far.getAttribute("hx-trigger"))[1]));

/** The largest of them, and before the page is seen nobody needs it. It begins by itself, but misses its start in between. */
async function withHtmx() {
  await loaded();
  window.htmx = (await import("htmx.org")).default;
  // A hand quicker than the script is heard all the same.
  for (const type of changes) {
    document.removeEventListener(type, remember, true);
    const fields = [...early.get(type)].filter((field) => field.isConnected && isHeard(field));
    early.get(type).clear();
    for (const field of fields) field.dispatchEvent(new Event(type, { bubbles: true }));
  }
  return window.htmx;
}

/** What a page has, and the script that serves it: no page loads another's. */
/** @type {[string, () => Promise<unknown>][]} */
const parts = [
  ["[x-data]", () => import("./log.js").then((log) => log.start())],
  ["[hx-get], [hx-post]", withHtmx],
  ["#matrix", () => Promise.all([import("./matrix.js"), withHtmx()]).then(([matrix, htmx]) => matrix.startMatrix(htmx))],
  ["#board", () => Promise.all([import("./board.js"), withHtmx()]).then(([board, htmx]) => board.watchTheBoard(htmx))],
  ["form[data-passkey]", () => import("./passkeys.js").then((passkeys) => passkeys.offerPasskeys())],
  ["[data-shows]", () => import("./passwords.js").then((passwords) => passwords.showPasswords())],
  ["[data-outbox-list]", () => import("./outbox.js").then((box) => box.showTheOutbox())],
  ["[data-rig-up]", () => import("./rig-up.js").then((rig) => rig.rigUp())],
  ["[data-draws]", () => import("./draw-boat.js").then((boat) => boat.drawBoat())],
  ["[data-guided]", () => import("./guided.js").then((check) => check.guidedCheck())],
  ["[data-afloat]", () => import("./afloat.js").then((card) => card.afloat())],
  ["form[data-take-back]", () => import("./notes.js").then((notes) => notes.takeNotesBack(document.querySelector("form[data-take-back]")))],
  ["[data-voice]", () => import("./voice.js").then((voice) => voice.spokenNotes())],
  ["[data-trial-runs]", () => import("./trial.js").then((trial) => trial.trialRuns())],
  ["button[data-copy]", () => import("./copy.js").then((copy) => copy.copying())],
  ["form[data-gauge]", () => import("./gauge.js").then((picture) => picture.gauge())],
  ["[data-picture-details]", () => import("./picture-details.js").then((details) => details.pictureDetails())],
  ["form[data-drill]", () => import("./drill.js").then((watch) => watch.drill())],
];

// What finds is loaded when somebody goes to its field: by "/" from wherever nothing is typed, by Ctrl K from anywhere with all that can
// be gone to from here.
const finder = document.querySelector("form[data-find]");
let finding;
const find = () => (finding ??= import("./find.js").then((found) => (found.find(), found)));
finder?.addEventListener("focusin", find, { once: true });
document.addEventListener("keydown", (event) => {
  const target = /** @type {Element} */ (event.target);
  const all = event.key.toLowerCase() === "k" && (event.ctrlKey || event.metaKey) && !event.altKey && !event.shiftKey;
  if (all && finder) {
    event.preventDefault();
    finder.querySelector("input")?.focus();
    find().then((found) => found.openAll());
    return;
  }
  if (event.key !== "/" || event.ctrlKey || event.metaKey || event.altKey || target.closest("input, textarea, select, dialog, [data-cell]")) return;
  event.preventDefault();
  finder?.querySelector("input")?.focus();
});

// An address that names a field goes on in it.
if (location.hash.length > 1) document.getElementById(location.hash.slice(1))?.focus();
// A new club's time zone begins as the browser's own, where the list has it.
const zone = /** @type {HTMLSelectElement | null} */ (document.querySelector("form[data-new-club] select[name=zone]"));
const own = Intl.DateTimeFormat().resolvedOptions().timeZone;
if (zone?.value === "UTC" && [...zone.options].some((option) => option.value === own)) zone.value = own;
// On a phone the tabs are one line that is scrolled: the page's own is in sight.
document.querySelector(".class-pages [aria-current]")?.scrollIntoView({ block: "nearest", inline: "center" });
themes();
const person = document.body.dataset.person ?? "";
const packing = "serviceWorker" in navigator && "caches" in window ? import("./pack.js") : null;
const packed = Boolean(document.body.dataset.packed);
// What is sent afloat waits until the phone can keep it, and until a page out of the pack says of when it is: a thumb is quicker than a script.
let canKeep = false;
const keeping = Promise.all([person && import("./outbox.js").then((box) => box.watchTheOutbox()), packed && packing?.then((pack) => pack.sayPacked())]);
document.addEventListener("submit", (event) => {
  const form = /** @type {HTMLFormElement} */ (event.target);
  if (canKeep || !person || !form.matches("form[data-outbox]")) return;
  event.preventDefault();
  event.stopImmediatePropagation();
  const { submitter } = event;
  keeping.catch(() => {}).then(() => form.requestSubmit(submitter));
}, true);
keeping.catch(() => {}).then(() => { canKeep = true; });
await seen();
for (const [place, start] of parts) {
  if (document.querySelector(place)) start();
}

// A choice that leads elsewhere goes there when it is made.
document.addEventListener("change", (event) => event.target.closest("form[data-goes]")?.requestSubmit());
// The phone as an instrument without a line: what was kept is one person's.
if (packing) {
  navigator.serviceWorker.register("/sw.js").catch(() => {});
  packing.then(async (pack) => {
    if (packed) return;
    await pack.ownThePack(person);
    // Whoever looks at a card, rigs by it or logs may be on the way to the water; what one sails stands on their own board.
    // Without a worker nobody would answer from it.
    await navigator.serviceWorker.ready;
    const looked = document.querySelector("#card, [data-rig-up], form.log-form, [data-afloat]") ? document.body.dataset.pack : "";
    const own = [...document.querySelectorAll("[data-own-pack]")].map((one) => one.dataset.ownPack);
    for (const address of person ? [looked, ...own].filter(Boolean) : []) await pack.packClass(address, person).catch(() => {});
  });
}
