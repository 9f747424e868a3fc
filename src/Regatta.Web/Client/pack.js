// What a sailor needs afloat is kept on the phone as the club made it: the pages of a class for every band. Without a line the service
// worker answers from it; this is where it is filled, emptied and owned up to.
const SIX_HOURS = 6 * 3600 * 1000;
const nameOf = (person) => `pack:${person}`;

/** A pack is of one person; whoever else comes finds nothing of it. */
export async function ownThePack(person) {
  for (const name of await caches.keys()) {
    if (name.startsWith("pack:") && name !== nameOf(person)) await caches.delete(name);
  }
}

/** A page, asked for again where the club is busy or the line is bad; null where it is not to be had. */
async function patiently(path) {
  for (let wait = 0; wait < 5; wait += 1) {
    await new Promise((on) => setTimeout(on, wait * 2000));
    const page = await fetch(path, { headers: { "X-Pack": "1" } }).catch(() => null);
    if (page?.ok && !page.redirected) return page;
    if (page && page.status < 500 && page.status !== 429) return null;
  }
  return null;
}

/** Keeps a class for the time without a line, where it is not kept already. */
export async function packClass(address, person) {
  const cache = await caches.open(nameOf(person));
  const answer = await fetch(address, { headers: { Accept: "application/json" } });
  if (!answer.ok || !answer.headers.get("Content-Type")?.includes("json")) return;
  const list = await answer.json();
  const before = await cache.match(address).then((kept) => kept?.json()).catch(() => null);
  if (before?.version === list.version && before.boat === list.boat && Date.now() - before.kept < SIX_HOURS) return;
  for (const { path } of list.pages) {
    const page = await patiently(path);
    // Half a pack is none: the one before stays.
    if (!page) return;
    await cache.put(path, page);
  }
  await cache.put(address, new Response(JSON.stringify({ ...list, kept: Date.now() }), { headers: { "Content-Type": "application/json" } }));
}

/** A page out of the pack says so, and is made as if it were opened now. */
export function sayPacked(renew) {
  const { packed, packedVersion } = document.body.dataset;
  const minutes = Math.max(0, Math.round((Date.now() - Number(packed)) / 60_000));
  const age = minutes < 90 ? `${minutes} min` : minutes < 48 * 60 ? `${Math.round(minutes / 60)} h` : `${Math.round(minutes / 1440)} days`;
  const told = document.querySelector("[data-packed-told]");
  told.textContent = document.body.dataset.pack
    ? `No line. This is version ${packedVersion}, kept on this phone ${age} ago. The wind is not measured now.`
    : "No line.";
  told.hidden = false;
  renew(document);
  // A log is of the time it is opened at: the form's own time, moved by how long it lay here.
  const sailed = document.querySelector("input[name=sailedAt]");
  if (!sailed?.value) return;
  const moved = new Date(Date.parse(`${sailed.value}Z`) + (Date.now() - Number(packed)));
  if (Number.isNaN(moved.getTime())) return;
  sailed.value = moved.toISOString().slice(0, 16);
  // The phone's watch may be days off: a time nobody wrote is told by the club, from how long the log lay here.
  const untouched = document.createElement("input");
  [untouched.type, untouched.name, untouched.value] = ["hidden", "sailedNow", "yes"];
  sailed.after(untouched);
  sailed.addEventListener("input", () => untouched.remove());
}
