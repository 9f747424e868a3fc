// The field that finds: "/" goes there, what is like the letters stands below it, arrows walk it and Enter goes to the first.
const LATER = 120; // milliseconds without a key before the club is asked

/** Asks for all that can be gone to from here; set while the field is alive. */
export let openAll = () => {};

export function find() {
  const form = document.querySelector("form[data-find]");
  const field = /** @type {HTMLInputElement} */ (form.querySelector("input"));
  const list = /** @type {HTMLElement} */ (form.querySelector("[data-find-list]"));
  const told = form.querySelector("[data-find-told]");
  const ways = () => [...list.querySelectorAll("a")];
  let timer = 0;
  let asked = ""; // the words the list is of, or will be
  let answer = Promise.resolve();

  function choose(at) {
    for (const [index, way] of ways().entries()) {
      way.classList.toggle("is-chosen", index === at);
      if (index === at) way.scrollIntoView({ block: "nearest" });
    }
    told.textContent = ways()[at] ? `${ways().length} found. Enter opens ${ways()[at].textContent.replace(/\s+/g, " ").trim()}.` : "";
  }
  const chosen = () => ways().findIndex((way) => way.classList.contains("is-chosen"));

  function show(part) {
    list.replaceChildren(...(part ? [part] : []));
    list.hidden = !part;
    choose(0);
  }

  openAll = () => {
    field.select();
    asked = "";
    answer = ask("");
  };

  async function ask(words) {
    const said = new URLSearchParams({ handler: "List", q: words, at: form.querySelector("[name=at]")?.value ?? "" });
    const came = await fetch(`${form.action}?${said}`).catch(() => null);
    // Who signed out meanwhile, or a stranger's network, is answered by another page.
    const page = came?.ok && !came.redirected ? await came.text().catch(() => "") : "";
    const part = new DOMParser().parseFromString(page, "text/html").querySelector(".found, .empty, .problem");
    // A later letter may have been asked about meanwhile; a list of other words leads nowhere.
    if (words !== asked) return;
    show(part);
    list.dataset.of = words;
  }

  /** The list of what stands in the field, once it is there. */
  function look() {
    const words = field.value.trim();
    if (words === asked) return answer;
    asked = words;
    answer = words ? ask(words) : Promise.resolve(show(null));
    return answer;
  }

  field.addEventListener("input", () => {
    clearTimeout(timer);
    timer = setTimeout(look, LATER);
  });
  field.addEventListener("keydown", (event) => {
    const way = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (event.key === "Escape") {
      asked = "";
      show(null);
    } else if (way && ways().length > 0) {
      event.preventDefault();
      choose((chosen() + way + ways().length) % ways().length);
    }
  });
  // Whoever is quicker than the list waits for it; where there is none, the page of what was found opens.
  form.addEventListener("submit", async (event) => {
    event.preventDefault();
    clearTimeout(timer);
    await look();
    const to = ways()[Math.max(0, chosen())];
    if (to) location.assign(to.href);
    else HTMLFormElement.prototype.submit.call(form);
  });
  form.addEventListener("focusout", (event) => {
    if (!form.contains(/** @type {Node | null} */ (event.relatedTarget))) setTimeout(() => { list.hidden = true; }, 150);
  });
  field.addEventListener("focus", () => { list.hidden = ways().length === 0; });
  // What was typed while this was on its way.
  look();
}
