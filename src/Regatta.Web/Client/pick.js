// Which page of a pack answers an address: the same kind, for the same sails, mode and purpose, in the band the wind lies in.
const KNOTS = { kn: 1, "m/s": 1.943844, mph: 0.868976, "km/h": 0.539957 };
// The lower ends of the forces of the Beaufort scale, in knots.
const FORCES = [0, 1, 4, 7, 11, 17, 22, 28, 34, 41, 48, 56, 64];

/** The wind an address asks for, in knots; null where it asks for none. */
export function windOf(url) {
  const said = Number(url.searchParams.get("wind")?.replace(",", "."));
  if (!url.searchParams.get("wind") || Number.isNaN(said)) return null;
  const unit = url.searchParams.get("unit") ?? "kn";
  return unit === "Bft" ? (FORCES[Math.round(said)] ?? 64) : said * (KNOTS[unit] ?? 1);
}

/** The address of the page to show, or null where the pack has none of the kind. */
export function choose(list, url, classPath) {
  if (url.pathname === "/outbox" || url.pathname === "/") {
    const home = list.pages.find((page) => page.path === url.pathname || (url.pathname === "/" && page.kind === "card" && page.usual));
    return home?.path ?? null;
  }
  if (!url.pathname.startsWith(`${classPath}/`)) return null;
  const kind = url.pathname.slice(classPath.length + 1);
  const same = list.pages.filter((page) => page.kind === kind);
  const ask = (name) => url.searchParams.get(name) || "";
  const best = [
    (page) => page.plan === ask("plan") && page.mode === ask("mode") && page.purpose === ask("purpose"),
    (page) => page.plan === ask("plan") && page.mode === ask("mode") && page.purpose === "",
    (page) => page.plan === "" && page.mode === ask("mode") && page.purpose === "",
    (page) => page.plan === "" && page.mode === "" && page.purpose === "",
    () => true,
  ];
  const wind = windOf(url);
  for (const fits of best) {
    const these = same.filter(fits);
    if (these.length === 0) continue;
    if (wind === null) return (these.find((page) => page.usual) ?? these[0]).path;
    const within = these.find((page) => wind >= page.from && wind < page.to);
    const nearest = wind < these[0].from ? these[0] : these[these.length - 1];
    return (within ?? nearest).path;
  }
  return null;
}
