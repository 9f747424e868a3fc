// Which page of a pack answers an address: the same kind, for the same sails, mode and purpose, in the band the wind lies in.
export const ASKED = ["wind", "unit", "plan", "mode", "purpose", "boat"];

/** The wind an address asks for and its unit; null where it asks for none. */
export function windOf(url) {
  const said = url.searchParams.get("wind")?.replace(",", ".");
  return !said || Number.isNaN(Number(said)) ? null : { number: Number(said), unit: url.searchParams.get("unit") ?? "kn" };
}

/** The address of the page to show, or null where the pack has none of the kind. */
export function choose(list, url, classPath) {
  const named = list.pages.find((page) => page.kind === "named" && page.path === url.pathname + url.search);
  if (named) return named.path;
  // Where one begins, one's boat stands.
  const club = classPath.split("/")[1];
  const begins = { "/": "card", [`/${club}`]: "card", [`/${club}/today`]: "card", [`/${club}/log`]: "log" }[url.pathname];
  if (begins) return list.pages.find((page) => page.kind === begins && page.usual)?.path ?? null;
  if (!url.pathname.startsWith(`${classPath}/`)) return null;
  // Another boat's marks are worse than none.
  const boat = url.searchParams.get("boat");
  if (boat && boat !== list.boat) return null;
  const kind = url.pathname.slice(classPath.length + 1);
  const same = list.pages.filter((page) => page.kind === kind);
  // The class's first ones are asked for by name, or not at all.
  const ask = (name) => (url.searchParams.get(name) === list[name] ? "" : (url.searchParams.get(name) ?? ""));
  // A correction, a check that goes along, signs that were tapped: a page without them would be another.
  if ([...url.searchParams.keys()].some((name) => !ASKED.includes(name))) return null;
  // Marks of other sails, or for something else, are worse than none; what has no wind is one page for all of them.
  const isOf = (page) =>
    !page.winds ||
    ((page.plan === ask("plan") || (page.plan === "" && page.carries === ask("plan"))) && page.mode === ask("mode") && page.purpose === ask("purpose"));
  const these = same.filter(isOf);
  const wind = windOf(url);
  if (these.length === 0) return null;
  const usual = these.find((page) => page.usual) ?? these[0];
  const within = (page) => page.winds?.[wind.unit];
  if (!wind || !within(these[0])) return usual.path;
  // Sails asked for by name have pages of their own in the winds in which others are carried.
  const holds = (page) => wind.number >= within(page)[0] && wind.number < within(page)[1];
  const found = these.find((page) => holds(page) && page.plan === ask("plan")) ?? these.find(holds);
  if (found) return found.path;
  // Beyond the winds that are kept the last of them holds; where only some winds are kept for these sails, others are carried.
  const most = Math.max(...same.filter((page) => page.winds).map((page) => within(page)[1]));
  return wind.number >= most ? (these.find((page) => within(page)[1] === most)?.path ?? null) : null;
}

/** Whether an address is a page that the class always has: where the club knows nothing of it, it knows nothing of the class any more. */
export function isAlwaysThere(list, url, classPath) {
  const kinds = new Set(list.pages.filter((page) => page.winds).map((page) => `${classPath}/${page.kind}`));
  return kinds.has(url.pathname) && [...url.searchParams.keys()].every((name) => ASKED.includes(name));
}
