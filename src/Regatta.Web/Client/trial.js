// A trial goes on without a line: a run that is kept on this phone makes room for the next.
import { mine } from "./outbox.js";

export async function trialRuns() {
  const form = document.querySelector("[data-trial-runs] form");
  if (!form) return;
  const { pathname } = new URL(form.action);

  /** The form goes to the run that comes after one that is kept. */
  const goOn = (fields) => {
    const { run, boat } = form.elements;
    if (fields.get("run") !== run.value || fields.get("boat") !== boat.value) return;
    const line = form.closest("li");
    const next = line.nextElementSibling;
    line.className = "";
    line.querySelector("span:nth-of-type(3)").textContent = `${fields.get("port")}° port, ${fields.get("starboard")}° starboard. Kept on this phone.`;
    // It would end without them.
    document.querySelector("[data-trial-end]").hidden = true;
    if (!next) {
      form.remove();
      return;
    }
    next.hidden = false;
    next.className = "next-run";
    next.append(form);
    [run.value, boat.value] = [next.dataset.run, next.dataset.boat];
    form.querySelector(".btn-act").textContent = next.dataset.keep;
    for (const name of ["port", "starboard", "gained"]) {
      const field = form.elements[name];
      if (field) field.value = "";
    }
    // Of two boats the first one's run says what she gained.
    const gained = form.elements.gained?.closest(".field");
    if (gained) gained.hidden = boat.value !== "0";
  };

  for (const entry of await mine().catch(() => [])) {
    if (entry.state === "waits" && entry.action === pathname) goOn(new Map(entry.fields));
  }
  document.addEventListener("outbox-waits", ({ detail }) => {
    if (detail.form === form) goOn(new Map(detail.fields));
  });
}
