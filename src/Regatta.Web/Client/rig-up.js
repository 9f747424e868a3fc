// A rig-up run on the phone: one step in sight, kept on the phone at every tap and at the club as soon as there is a line.
export function rigUp() {
  const root = document.querySelector("[data-rig-up]");
  const form = root?.querySelector("form");
  if (!form) return;
  const steps = [...form.querySelectorAll(".rig-step")];
  const line = form.querySelector(".rig-line");
  const shelf = `rig-up:${location.pathname}${location.search}`;
  const state = (step) => step.querySelector(".rig-answers input:checked")?.value;
  let at = 0;
  let waiting = false;

  // What the phone has and the club has not.
  try {
    for (const [name, value] of JSON.parse(localStorage.getItem(shelf) ?? "[]")) {
      for (const field of form.querySelectorAll(`[name="${CSS.escape(name)}"]`)) {
        if (field.type === "radio") field.checked = field.value === value;
        else if (field.value === "") field.value = value;
      }
    }
  } catch {
    localStorage.removeItem(shelf);
  }

  root.classList.add("one-by-one");
  const back = document.createElement("button");
  back.type = "button";
  back.className = "btn btn-quiet rig-back";
  back.textContent = "Step back";
  back.addEventListener("click", () => show(Math.max(0, at - 1)));
  form.querySelector(".buttons").append(back);

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
  }

  function said() {
    return [...new FormData(form)].filter(([name]) => name.startsWith("step-") || name.startsWith("said-"));
  }

  async function keep() {
    localStorage.setItem(shelf, JSON.stringify(said()));
    if (waiting) return;
    waiting = true;
    try {
      const sent = JSON.stringify(said());
      const answer = await fetch(form.dataset.keep || location.href, { method: "POST", body: new FormData(form), headers: { "X-Kept": "1" } });
      if (!answer.ok) throw new Error(String(answer.status));
      line.textContent = "Kept at the club.";
      waiting = false;
      if (sent !== JSON.stringify(said())) keep();
    } catch {
      line.textContent = "No line: kept on this phone, and sent as soon as there is one.";
      waiting = false;
      setTimeout(keep, 5000);
    }
  }

  form.addEventListener("change", (event) => {
    keep();
    if (event.target.closest(".rig-answers")) {
      const next = steps.findIndex((step, place) => place > at && !state(step));
      const first = steps.findIndex((step) => !state(step));
      show(next >= 0 ? next : first >= 0 ? first : steps.length);
    }
  });
  form.addEventListener("submit", () => localStorage.removeItem(shelf));
  window.addEventListener("online", keep);
  const first = steps.findIndex((step) => !state(step));
  show(first < 0 ? steps.length : first);
}
