// What is sent afloat is first kept on the phone, then sent in its order under its key; the club takes each once. A form goes out of the
// outbox by the club's own answer alone: not by being sent, and not by somebody else's page that answers in the club's place.
import { openDB } from "idb";
import { sureToGo } from "./sure.js";

const STORE = "forms";
const TOKEN = "__RequestVerificationToken";
const GIVE_UP = 20_000;
const AGAIN = 15_000;
const SHOWN = 20;

const person = () => document.body.dataset.person ?? "";
const box = () =>
  openDB("regatta-outbox", 1, {
    upgrade(db) {
      db.createObjectStore(STORE, { keyPath: "id", autoIncrement: true });
    },
  });

/** All of one's own, in the order they were kept. */
export async function mine() {
  const all = await (await box()).getAll(STORE);
  return all.filter((entry) => entry.person === person());
}

async function put(entry) {
  const db = await box();
  const tx = db.transaction(STORE, "readwrite", { durability: "strict" });
  const id = await tx.store.put(entry);
  await tx.done;
  return id;
}

export async function drop(id) {
  await (await box()).delete(STORE, id);
  changed();
}

/** The fields by which the club knows a form again. */
const KEYS = ["logKey", "noteKey", "drillKey", "readingKey"];
const keyOf = (entry) => entry.fields.find(([name]) => KEYS.includes(name))?.[1];

/** Whose session it is and its token, as the club says now; null where the club does not answer. */
async function session() {
  const answer = await fetch("/outbox", { signal: AbortSignal.timeout(GIVE_UP), cache: "no-store" });
  const page = new DOMParser().parseFromString(await answer.text(), "text/html");
  const list = page.querySelector("[data-outbox-list]");
  if (!list || page.body.dataset.packed) return null;
  return { person: page.body.dataset.person, token: page.querySelector(`form[data-token] [name=${TOKEN}]`)?.value };
}

/**
 * Sends one: "sent" with where it went, "refused" with the reason, "signIn", or "waits".
 * @returns {Promise<{ state: string, to?: string, reason?: string }>}
 */
async function send(entry, token, stale = false) {
  const body = new URLSearchParams(entry.fields);
  body.set(TOKEN, token);
  let answer;
  try {
    answer = await fetch(entry.action, {
      method: "POST",
      body,
      redirect: "manual",
      signal: AbortSignal.timeout(GIVE_UP),
      headers: { "X-Outbox": entry.key, "X-Outbox-Age": String(Math.max(0, Date.now() - entry.at)) },
    });
  } catch {
    return { state: "waits" };
  }
  // Whoever answers without the form's own key is not the club.
  if (answer.headers.get("X-Outbox") !== entry.key || answer.status >= 500 || answer.status === 429) return { state: "waits" };
  if (answer.status === 204) return { state: "sent", to: answer.headers.get("X-Outbox-To") };
  if (answer.status === 401) return { state: "signIn" };
  // A token of an earlier sign-in, or of somebody else's: not what was written is refused.
  if (answer.status === 400 && stale) return { state: "waits" };
  const page = new DOMParser().parseFromString(await answer.text().catch(() => ""), "text/html");
  const texts = (selector) => [...page.querySelectorAll(selector)].map((one) => one.textContent.trim().replace(/\s+/g, " "));
  const said = [...texts("[id$=-problem]"), ...texts(".problem"), ...texts("h1")].find((text) => text);
  return { state: "refused", reason: said ?? "The club did not take it." };
}

/** One after the other, in one tab at a time. */
export async function flush() {
  if (!person() || !(await mine()).some((entry) => entry.state === "waits")) return;
  await navigator.locks.request("regatta-outbox", async () => {
    const now = await session().catch(() => null);
    for (const entry of await mine()) {
      if (entry.state !== "waits") continue;
      if (!now || now.person !== entry.person || !now.token) break;
      const came = await send(entry, now.token);
      if (came.state === "waits" || came.state === "signIn") break;
      await settle(entry, came);
    }
  });
  changed();
}

async function settle(entry, came) {
  await put({ ...entry, state: came.state, reason: came.reason ?? "", to: came.to ?? "", came: Date.now(), fields: came.state === "sent" ? [] : entry.fields });
  const db = await box();
  for (const other of await mine()) {
    // What was sent again after it had been refused is not refused any more.
    const again = came.state === "sent" && other.state === "refused" && keyOf(other) && keyOf(other) === keyOf(entry);
    if (again) await db.delete(STORE, other.id);
  }
  const sent = (await mine()).filter((other) => other.state === "sent");
  for (const old of sent.slice(0, Math.max(0, sent.length - SHOWN))) await db.delete(STORE, old.id);
}

/** A form as it would be sent without script. */
function native(action, fields, token) {
  const form = document.createElement("form");
  form.method = "post";
  form.action = action;
  for (const [name, value] of [...fields.filter(([field]) => field !== TOKEN), [TOKEN, token]]) {
    const field = document.createElement("input");
    [field.type, field.name, field.value] = ["hidden", name, value];
    form.append(field);
  }
  document.body.append(form);
  form.submit();
}

function tell(words, link) {
  const told = document.querySelector("[data-outbox-told]");
  told.textContent = words + " ";
  if (link) {
    const to = document.createElement("a");
    [to.href, to.textContent] = ["/outbox", "What waits"];
    told.append(to);
  }
  told.hidden = false;
  told.scrollIntoView({ block: "nearest" });
}

async function submit(event) {
  const form = event.target.closest("form[data-outbox]");
  if (!form || event.defaultPrevented || event.submitter?.name === "act") return;
  event.preventDefault();
  if (form.dataset.sending) return;
  form.dataset.sending = "yes";
  const fields = [...new FormData(form, event.submitter)].filter(([name, value]) => name !== TOKEN && typeof value === "string");
  const token = form.elements[TOKEN]?.value ?? "";
  // What is typed now would belong to neither.
  form.inert = true;
  const { pathname, search } = new URL(event.submitter?.hasAttribute("formaction") ? event.submitter.formAction : form.action);
  const entry = { person: person(), action: pathname + search, fields, what: form.dataset.outbox, at: Date.now(), key: crypto.randomUUID(), state: "waits" };
  try {
    entry.id = await put(entry);
  } catch {
    // A phone that is full, or keeps nothing: sent at once, as without a script.
    native(entry.action, fields, token);
    return;
  }
  document.dispatchEvent(new CustomEvent("outbox-kept", { detail: form }));
  const packed = document.body.dataset.packed;
  const came = await navigator.locks.request("regatta-outbox", async () => {
    const all = await mine();
    // Another tab may have sent it while this one waited for its turn.
    const now = all.find((other) => other.id === entry.id);
    if (now && now.state !== "waits") return now;
    const earlier = all.some((other) => other.state === "waits" && other.id < entry.id);
    const answer = earlier || packed ? { state: "waits", to: "" } : await send(entry, token, true);
    if (answer.state === "sent") await settle(entry, answer);
    else if (answer.state === "refused") await drop(entry.id);
    return answer;
  });
  if (came.state === "sent") {
    goTo(came.to || location.href);
    return;
  }
  if (came.state === "refused") {
    // The page says why, beside the field.
    await drop(entry.id);
    native(entry.action, fields, token);
    return;
  }
  delete form.dataset.sending;
  form.inert = false;
  renew(form);
  document.dispatchEvent(new CustomEvent("outbox-waits", { detail: { form, fields } }));
  tell(came.state === "signIn" ? "Kept on this phone. Sign in again, and it is sent." : "Kept on this phone. It is sent as soon as there is a line.", true);
  changed();
  flush();
}

/** Where the club leads to, asked for anew even where it is this page at another place. */
function goTo(to) {
  const { pathname, search, hash } = new URL(to, location.href);
  if (pathname + search !== location.pathname + location.search) location.assign(to);
  else {
    if (hash) history.replaceState(null, "", hash);
    location.reload();
  }
}

/** What is sent next from the same page is another; what corrects a log stays that log. */
function renew(form) {
  for (const field of form.querySelectorAll("input[data-fresh]")) field.value = crypto.randomUUID();
}

async function changed() {
  const waiting = (await mine().catch(() => [])).filter((entry) => entry.state !== "sent");
  const link = document.querySelector("[data-outbox-door]");
  if (link) {
    link.hidden = waiting.length === 0;
    link.textContent = `Outbox ${waiting.length}`;
  }
  document.dispatchEvent(new Event("outbox-changed"));
}

export function watchTheOutbox() {
  document.addEventListener("submit", submit);
  window.addEventListener("online", flush);
  document.addEventListener("visibilitychange", () => document.visibilityState === "visible" && flush());
  setInterval(flush, AGAIN);
  changed();
  flush();
}

/** The page that shows what waits, what came in and what was refused. */
export function showTheOutbox() {
  const list = document.querySelector("[data-outbox-list]");
  const shape = list.querySelector("template").content;
  const token = () => document.querySelector(`form[data-token] [name=${TOKEN}]`)?.value ?? "";
  // What kept it from being taken may be gone; where not, the page says it beside the field.
  const again = async (entry) => {
    const came = await navigator.locks.request("regatta-outbox", () => send(entry, token()));
    if (came.state === "sent") await settle(entry, came);
    if (came.state === "refused") native(entry.action, entry.fields, token());
    else changed();
  };
  const at = (time) => new Date(time).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });

  async function draw() {
    const read = await mine().catch(() => null);
    const entries = (read ?? []).reverse();
    list.querySelectorAll("li").forEach((line) => line.remove());
    document.querySelector("[data-outbox-unread]").hidden = read !== null;
    // That nothing waits is said once it has been looked at, never before.
    document.querySelector("[data-outbox-empty]").hidden = read === null || entries.length > 0;
    for (const entry of entries) {
      const line = shape.cloneNode(true).querySelector("li");
      line.classList.add(`is-${entry.state}`);
      line.querySelector("strong").textContent = entry.what;
      line.querySelector("time").textContent = at(entry.at);
      line.querySelector("[data-state]").textContent = { waits: "waits for a line", sent: `came in ${at(entry.came ?? entry.at)}`, refused: entry.reason }[entry.state];
      const see = line.querySelector("a");
      [see.hidden, see.href] = [!entry.to, entry.to || ""];
      const [open, gone] = line.querySelectorAll("button");
      open.hidden = entry.state !== "refused";
      gone.hidden = entry.state === "sent";
      open.addEventListener("click", () => again(entry));
      sureToGo(gone, () => drop(entry.id));
      list.append(line);
    }
  }
  document.addEventListener("outbox-changed", draw);
  document.querySelector("[data-outbox-now]").addEventListener("click", flush);
  draw();
}
