// The pages somebody finds by following links, one of each kind.
const many = /(?<=\/(classes|controls|boats|calendar|logbook|logs|versions|people|procedures|trials)\/)[^/?#]+|[0-9]+/g;

/** What kind of page an address is: which class, number or name it is asked for does not count, what is asked for does. */
export function kindOf(address) {
  const url = new URL(address, "http://club");
  const asked = [...new Set(url.searchParams.keys())].sort().join("&");
  return url.pathname.replace(many, "*") + (asked ? `?${asked}` : "");
}

/** A kind of page however it is asked for: a table and its lanes are one. */
export const pathOf = (address) => kindOf(address).split("?")[0];

/** The addresses of all kinds of page that can be reached from some first ones. */
export async function crawl(page, first, kindOf, most = 200) {
  const [kinds, waiting] = [new Map(), [...first]];
  for (const address of first) kinds.set(kindOf(address), address);
  while (waiting.length > 0 && kinds.size < most) {
    const answer = await page.request.get(waiting.shift());
    if (!(answer.headers()["content-type"] ?? "").includes("text/html")) continue;
    const base = answer.url();
    for (const [, href] of (await answer.text()).matchAll(/<a\b[^>]*?\bhref="([^"]+)"/g)) {
      const to = new URL(href.replaceAll("&amp;", "&"), base);
      const path = to.pathname + to.search;
      if (to.origin !== new URL(base).origin || kinds.has(kindOf(path)) || /\.(pdf|csv|json|ics|gpx|atom)|handler=|\/qr/.test(path)) continue;
      kinds.set(kindOf(path), path);
      waiting.push(path);
    }
  }
  return [...kinds.values()];
}
