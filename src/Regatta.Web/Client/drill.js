// A drill: the watch runs while the steps are ticked in their order; a gate is answered by somebody else before it goes on.
import { offerSpeech, say } from "./speech.js";

export function drill() {
  const form = document.querySelector("form[data-drill]");
  if (!form) return;
  const watch = form.querySelector(".watch");
  const start = form.querySelector("[data-start]");
  const ticks = [...form.querySelectorAll(".drill-step input[type=checkbox]")];
  let began = 0;
  let timer = 0;
  const show = () => (watch.textContent = `${((performance.now() - began) / 1000).toFixed(1)} s`);
  const open = () => {
    const next = ticks.findIndex((tick) => !tick.checked);
    ticks.forEach((tick, at) => (tick.disabled = !began || (next >= 0 && at > next)));
    if (began) say(words());
  };
  // What comes next, and what somebody else has to answer first.
  const words = () => ticks.find((tick) => !tick.checked)?.closest(".drill-step").textContent.trim().replace(/\s+/g, " ") ?? "Done.";
  offerSpeech(form.querySelector("[data-aloud]"), words);
  start.hidden = false;
  start.addEventListener("click", () => {
    began = performance.now();
    for (const tick of ticks) tick.checked = false;
    clearInterval(timer);
    timer = setInterval(show, 100);
    start.textContent = "Start again";
    open();
    ticks[0].focus();
  });
  form.addEventListener("change", () => {
    open();
    if (began && ticks.every((tick) => tick.checked)) {
      clearInterval(timer);
      show();
      form.elements.seconds.value = ((performance.now() - began) / 1000).toFixed(1);
    }
  });
}
