// Which page of a pack answers an address: the same kind, for the same sails, mode and purpose, in the band the wind lies in.
/** The wind an address asks for and its unit; null where it asks for none. */
export function windOf(url) {
  const said = url.searchParams.get("wind")?.replace(",", ".");
  return !said || Number.isNaN(Number(said)) ? null : { number: Number(said), unit: url.searchParams.get("unit") ?? "kn" };
}

/** The address of the page to show, or null where the pack has none of the kind. */
export function choose(list, url, classPath) {
  if (url.pathname === "/outbox" || url.pathname === "/") {
    const home = list.pages.find((page) => page.path === url.pathname || (url.pathname === "/" && page.kind === "card" && page.usual));
    return home?.path ?? null;
  }
  if (!url.pathname.startsWith(`${classPath}/`)) return null;
  // Another boat's marks are worse than none.
  const boat = url.searchParams.get("boat");
  if (boat && boat !== list.boat) return null;
  const kind = url.pathname.slice(classPath.length + 1);
  const same = list.pages.filter((page) => page.kind === kind);
  // The class's first ones are asked for by name, or not at all.
  const ask = (name) => (url.searchParams.get(name) === list[name] ? "" : (url.searchParams.get(name) ?? ""));
  // What is one page for all of them, or is kept for what is carried then: marks of other sails are worse than none.
  const these = same.filter((page) => ["plan", "mode", "purpose"].every((name) => page[name] === ask(name) || kind !== "card"));
  const wind = windOf(url);
  if (these.length === 0) return null;
  const own = these.filter((page) => page.mode === ask("mode"));
  const choice = own.length > 0 ? own : these;
  const usual = choice.find((page) => page.usual) ?? choice[0];
  const within = (page) => page.winds?.[wind.unit];
  if (!wind || !within(choice[0])) return usual.path;
  const found = choice.find((page) => wind.number >= within(page)[0] && wind.number < within(page)[1]);
  return (found ?? (wind.number < within(choice[0])[0] ? choice[0] : choice[choice.length - 1])).path;
}
