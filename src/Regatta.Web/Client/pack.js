// What a sailor needs afloat is kept on the phone as the club made it: the pages of a class for every band. Without a line the service
// worker answers from it; this is where it is filled, emptied and owned up to.
const ALBUM = "regatta-pictures";
const SIX_HOURS = 6 * 3600 * 1000;
const KINDS = ["pack", "lists"];
const nameOf = (kind, person) => `${kind}:${person}`;

/** A pack is of one person; whoever else comes finds nothing of it. */
export async function ownThePack(person) {
  for (const name of await caches.keys()) {
    if (KINDS.some((kind) => name.startsWith(`${kind}:`) && name !== nameOf(kind, person))) await caches.delete(name);
  }
  // So are the pictures that were measured; most phones have none.
  const kept = await indexedDB.databases?.();
  if (kept?.some(({ name }) => name === ALBUM)) await import("./pictures.js").then((pictures) => pictures.forgetOthers());
}

/** An answer, asked for again where the club is busy or the line is bad; null where it is not to be had. */
async function patiently(path, type) {
  for (let wait = 0; wait < 5; wait += 1) {
    await new Promise((on) => setTimeout(on, wait * 2000));
    const answer = await fetch(path, { headers: { Accept: type } }).catch(() => null);
    if (answer?.ok) return answer.headers.get("Content-Type")?.includes(type) ? answer : null;
    if (answer && answer.status < 500 && answer.status !== 429) return null;
  }
  return null;
}

/** Keeps a class for the time without a line, where it is not kept already. */
export async function packClass(address, person) {
  const cache = await caches.open(nameOf("pack", person));
  const lists = await caches.open(nameOf("lists", person));
  const known = await patiently(address, "application/json").then((list) => list?.json());
  if (!known) return;
  const before = await lists.match(address).then((kept) => kept?.json()).catch(() => null);
  if (before?.version === known.version && before.boat === known.boat && Date.now() - before.kept < SIX_HOURS) return;
  const answer = await patiently(`${address}/pages`, "application/x-ndjson");
  const [list, ...pages] = ((await answer?.text().catch(() => "")) ?? "").split("\n").filter(Boolean).map((line) => JSON.parse(line));
  // Half a pack is none: the one before stays. Somebody else may have signed in meanwhile.
  if (!list || list.person !== person || pages.length !== list.pages.length || pages.includes(null)) return;
  // A page keeps the guards it would have come with.
  const guarded = (type) => {
    const headers = new Headers(answer.headers);
    for (const name of ["Content-Encoding", "Content-Length", "Transfer-Encoding"]) headers.delete(name);
    headers.set("Content-Type", type);
    return { headers };
  };
  const paths = new Set(list.pages.map((page) => page.path));
  for (const [at, { path }] of list.pages.entries()) await cache.put(path, new Response(pages[at], guarded("text/html; charset=utf-8")));
  await lists.put(address, new Response(JSON.stringify({ ...list, kept: Date.now() }), guarded("application/json")));
  // What an older list named is asked for by nobody.
  const classPath = address.slice(0, -"pack".length);
  for (const { url } of await cache.keys()) {
    const { pathname, search } = new URL(url);
    if (pathname.startsWith(classPath) && !paths.has(pathname + search)) await cache.delete(url);
  }
}

/** A page out of the pack says so, and is made as if it were opened now. */
export function sayPacked() {
  const { packed, packedVersion } = document.body.dataset;
  const minutes = Math.max(0, Math.round((Date.now() - Number(packed)) / 60_000));
  const age = minutes < 90 ? `${minutes} min` : minutes < 48 * 60 ? `${Math.round(minutes / 60)} h` : `${Math.round(minutes / 1440)} days`;
  const told = document.querySelector("[data-packed-told]");
  told.textContent = document.body.dataset.pack
    ? `No line. This is version ${packedVersion}, kept on this phone ${age} ago. The wind is not measured now.`
    : "No line.";
  told.hidden = false;
  // A log is of the time it is opened at: the form's own time, moved by how long it lay here.
  const sailed = document.querySelector("input[name=sailedAt]");
  if (!sailed?.value || sailed.closest("[data-corrects]")) return;
  const moved = new Date(Date.parse(`${sailed.value}Z`) + (Date.now() - Number(packed)));
  if (Number.isNaN(moved.getTime())) return;
  sailed.value = moved.toISOString().slice(0, 16);
  // The phone's watch may be days off: a time nobody wrote is told by the club, from how long the log lay here.
  const untouched = document.createElement("input");
  [untouched.type, untouched.name, untouched.value] = ["hidden", "sailedNow", "yes"];
  sailed.after(untouched);
  sailed.addEventListener("input", () => untouched.remove());
}
