// The balance check, a step a screen: one tap answers and goes on, a no shows what to do first. Without this script all steps stand below
// each other.
import { ASKED } from "./pick.js";

const CHECKED = "checked";

/** What a check found without a line, in the log that it leads to; the line may be back by then. */
export function takeOverTheCheck(form) {
  const found = JSON.parse(sessionStorage.getItem(CHECKED) ?? "null");
  sessionStorage.removeItem(CHECKED);
  // Of somebody else at this phone, or of another boat.
  if (found?.person !== document.body.dataset.person || found.to !== location.pathname + location.search) return;
  for (const [name, value] of found.said) {
    for (const field of form.querySelectorAll(`[name="${CSS.escape(name)}"]`)) {
      if (field.type === "radio" || field.type === "checkbox") field.checked = field.value === value;
      else field.value = value;
      field.closest("details.questions")?.setAttribute("open", "");
    }
  }
}

export function guidedCheck() {
  const form = document.querySelector("[data-guided]");
  if (!form) return;
  const steps = [...form.querySelectorAll("[data-step]")];
  const ways = form.querySelector("[data-ways]");
  let at = 0;

  function show(next) {
    at = Math.max(0, Math.min(steps.length - 1, next));
    steps.forEach((step, number) => (step.hidden = number !== at));
    ways.querySelector("[data-back]").disabled = at === 0;
    ways.querySelector("[data-skip]").hidden = at === steps.length - 1;
    nameWay();
    ways.querySelector("[data-place]").textContent = `${at + 1} of ${steps.length}`;
    steps[at].querySelector("input:checked, input, button")?.focus({ preventScroll: true });
  }

  /** What is answered is not skipped. */
  function nameWay() {
    ways.querySelector("[data-skip]").textContent = steps[at].querySelector("input[data-goes=on]:checked, input[data-goes=told]:checked") ? "Next" : "Skip";
  }

  form.addEventListener("click", (event) => {
    const input = event.target.closest("input[type=radio]");
    if (!input) return;
    const first = steps[at].querySelector("[data-first-do]");
    if (first) first.hidden = input.dataset.goes !== "broken";
    // What asks for something stays to be read.
    if (input.dataset.goes === "told") nameWay();
    // A click that an arrow key made only moves the choice; a finger's goes on.
    if (input.dataset.goes === "on" && event.detail > 0) setTimeout(() => show(at + 1), 150);
  });
  ways.querySelector("[data-back]").addEventListener("click", () => show(at - 1));
  ways.querySelector("[data-skip]").addEventListener("click", () => {
    const kept = [...steps[at].querySelectorAll("input:checked")];
    if (!kept.some((input) => ["on", "told"].includes(input.dataset.goes ?? ""))) kept.forEach((input) => (input.checked = false));
    show(at + 1);
  });
  // Without a line the club cannot fill the log in: what was answered goes along on the phone.
  form.addEventListener("submit", (event) => {
    if (!document.body.dataset.packed) return;
    event.preventDefault();
    const said = [...new FormData(form)].filter(([name, value]) => !ASKED.includes(name) && value);
    const to = new URL(form.action);
    for (const name of ASKED) if (form.elements[name]) to.searchParams.set(name, form.elements[name].value);
    const found = { person: document.body.dataset.person, to: to.pathname + to.search, said: said.filter(([name]) => name !== "checked") };
    sessionStorage.setItem(CHECKED, JSON.stringify(found));
    location.assign(to);
  });
  ways.hidden = false;
  show(0);
  form.classList.add("is-guided");
}
