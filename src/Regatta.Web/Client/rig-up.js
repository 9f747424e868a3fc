// A rig-up run on the phone: one step in sight, kept on the phone at every tap and at the club as soon as there is a line.
import { offerSpeech, say } from "./speech.js";

export function rigUp() {
  const root = document.querySelector("[data-rig-up]");
  const form = root?.querySelector("form");
  if (!form) return;
  const steps = [...form.querySelectorAll(".rig-step")];
  const line = form.querySelector(".rig-line");
  const key = form.elements.run;
  const shelf = `rig-up:${form.dataset.sailor}:${location.pathname}`;
  const state = (step) => step.querySelector(".rig-answers input:checked")?.value;
  let at = 0;
  let waiting = false;

  // A phone may keep nothing, or keep it full: then the club's copy is all there is.
  const shelve = (what) => {
    try {
      if (what) localStorage.setItem(shelf, JSON.stringify(what));
      else localStorage.removeItem(shelf);
    } catch {
      line.textContent = "This phone keeps nothing: stay on the page until there is a line.";
    }
  };

  // What the phone has and the club has not: of this run, or of one that never reached the club.
  try {
    const kept = JSON.parse(localStorage.getItem(shelf));
    const mine = kept && Date.now() - kept.at < Number(form.dataset.givenUp) && (kept.run === key.value || form.dataset.open === "no");
    if (mine) {
      key.value = kept.run;
      for (const [name, value] of kept.said) {
        for (const field of form.querySelectorAll(`[name="${CSS.escape(name)}"]`)) {
          if (field.type === "radio") field.checked = field.value === value;
          else if (field.value === "") field.value = value;
        }
      }
    } else {
      if (kept) shelve(null);
      // A page that was kept on the phone has the run of the day it was kept.
      if (document.body.dataset.packed) key.value = crypto.randomUUID();
    }
  } catch {
    shelve(null);
  }

  root.classList.add("one-by-one");
  const back = document.createElement("button");
  back.type = "button";
  back.className = "btn btn-quiet rig-back";
  back.textContent = "Step back";
  back.addEventListener("click", () => show(Math.max(0, at - 1)));
  form.querySelector(".buttons").append(back);

  const words = () => {
    const step = steps[at];
    const text = (what) => step?.querySelector(what)?.textContent.trim().replace(/\s+/g, " ") ?? "";
    return step ? [text("legend"), ...[...step.querySelectorAll("fieldset > .caution")].map((one) => one.textContent), text(".rig-mark"), text(".rig-who")].join(". ") : "All said.";
  };
  offerSpeech(form.querySelector("[data-aloud]"), words);

  function show(next) {
    at = next;
    steps.forEach((step, place) => {
      step.classList.toggle("in-sight", place === at);
      step.classList.toggle("is-done", state(step) === "done");
      step.classList.toggle("is-skipped", state(step) === "skipped");
    });
    root.classList.toggle("all-said", at >= steps.length);
    back.hidden = at === 0;
    if (at < steps.length) steps[at].scrollIntoView({ block: "nearest" });
    say(words());
  }

  const said = () => [...new FormData(form)].filter(([name]) => name.startsWith("step-") || name.startsWith("said-"));

  async function keep() {
    shelve({ at: Date.now(), run: key.value, said: said() });
    if (waiting) return;
    waiting = true;
    const sent = JSON.stringify(said());
    let again = 0;
    try {
      const answer = await fetch(form.dataset.keep, { method: "POST", body: new FormData(form), headers: { "X-Kept": "1" } });
      if (answer.status === 409) {
        shelve(null);
        line.textContent = "This run was finished on another device. Load the page for a new one.";
      } else if (!answer.ok) throw new Error(String(answer.status));
      else {
        line.textContent = "Kept at the club.";
        if (sent !== JSON.stringify(said())) again = 1;
      }
    } catch {
      line.textContent = "No line: kept on this phone, and sent as soon as there is one.";
      again = 5000;
    }
    waiting = false;
    if (again) setTimeout(keep, again);
  }

  form.addEventListener("change", (event) => {
    keep();
    if (event.target.closest(".rig-answers")) {
      const next = steps.findIndex((step, place) => place > at && !state(step));
      const first = steps.findIndex((step) => !state(step));
      show(next >= 0 ? next : first >= 0 ? first : steps.length);
    }
  });
  // It is in the outbox by now; the next run from this page is another.
  document.addEventListener("outbox-kept", (event) => {
    if (event.detail !== form) return;
    shelve(null);
    key.value = crypto.randomUUID();
    form.querySelector("[data-then]").hidden = false;
  });
  window.addEventListener("online", keep);
  const first = steps.findIndex((step) => !state(step));
  show(first < 0 ? steps.length : first);
}
