// Answers without a line: styles and scripts from what was kept, a sailor's pages out of their pack. It computes nothing: it picks among the
// pages the club made. A new one is taken when the app is next started, never in the middle of something.
import { registerRoute, setDefaultHandler } from "workbox-routing";
import { NetworkOnly, StaleWhileRevalidate } from "workbox-strategies";
import { choose, isAlwaysThere } from "./pick.js";

const SHELL = "shell";
const KINDS = ["style", "script", "font", "image", "manifest"];
const SLOW = 8_000;
const PARTS = /** @type {string[]} */ (self.REGATTA_PARTS ?? []);

self.addEventListener("install", (event) => event.waitUntil(caches.open(SHELL).then((cache) => cache.addAll(PARTS))));
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

registerRoute(({ request, sameOrigin }) => sameOrigin && KINDS.includes(request.destination), new StaleWhileRevalidate({ cacheName: SHELL }));

registerRoute(
  ({ request, sameOrigin }) => sameOrigin && (request.mode === "navigate" || request.headers.has("HX-Request")),
  ({ request, url, event }) => {
    const live = fetch(request);
    event.waitUntil(live.then((answer) => (answer.status === 404 ? forget(url, answer) : null)).catch(() => {}));
    // A line that is nearly none is none: what is kept comes instead, and where nothing is, the line goes on being waited for.
    const late = new Promise((on) => setTimeout(on, SLOW)).then(async () => (await fromPack(url)) ?? live);
    return Promise.race([live, late]).catch(async () => (await fromPack(url)) ?? offline());
  },
);
setDefaultHandler(new NetworkOnly());

/** The lists of what is kept, each with its pages and where its class is. */
async function* packs() {
  for (const name of await caches.keys()) {
    if (!name.startsWith("lists:")) continue;
    const lists = await caches.open(name);
    const pages = await caches.open(name.replace("lists:", "pack:"));
    for (const key of await lists.keys()) {
      const classPath = new URL(key.url).pathname.slice(0, -"/pack".length);
      yield { list: await (await lists.match(key)).json(), classPath, pages, drop: () => lists.delete(key) };
    }
  }
}

async function fromPack(url) {
  for await (const { list, classPath, pages } of packs()) {
    const path = choose(list, url, classPath);
    const page = path && (await pages.match(path));
    if (page) return shown(page, list);
  }
  return null;
}

/** The club does not know the class any more, or not to who asks: nothing of it stays on their phone. */
async function forget(url, answer) {
  for await (const { list, classPath, pages, drop } of packs()) {
    if (!isAlwaysThere(list, url, classPath) || !(await isOfTheClub(answer, pages))) continue;
    await drop();
    for (const { path } of list.pages) await pages.delete(path);
  }
}

/** Whoever answers in the club's place, for want of a line, does not know its guards. */
async function isOfTheClub(answer, pages) {
  const [one] = await pages.keys();
  const guards = (await pages.match(one))?.headers.get("Content-Security-Policy");
  return Boolean(guards) && answer.headers.get("Content-Security-Policy") === guards;
}

/** The page as it was kept, its guards with it, and since when. */
async function shown(page, list) {
  // What is sent from it is another thing each time it is opened.
  const fresh = (await page.text()).replace(/(<input [^>]*data-fresh [^>]*value=")[^"]*"/g, (_, field) => `${field}${crypto.randomUUID()}"`);
  const body = fresh.replace("<body ", `<body data-packed="${Number(list.kept)}" data-packed-version="${Number(list.version)}" `);
  return new Response(body, { headers: page.headers });
}

/** What is said where nothing is kept, in the app's own dress where that is. */
async function offline() {
  const dress = (await (await caches.open(SHELL)).keys()).filter((kept) => new URL(kept.url).pathname.endsWith(".css")).pop();
  const page = `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>No line – Regatta</title>${dress ? `<link rel="stylesheet" href="${new URL(dress.url).pathname}">` : ""}</head><body><main id="main"><h1>No line</h1>
<p>This page is not kept on this phone. Cards, logs and rig-up of the boats you looked at last are. What you sent waits in the outbox, and is
sent as soon as there is a line.</p><p><a class="btn btn-act" href="/">To your boat</a> <a class="btn btn-quiet" href="/outbox">Outbox</a></p>
</main></body></html>`;
  return new Response(page, { status: 503, headers: { "Content-Type": "text/html; charset=utf-8" } });
}
