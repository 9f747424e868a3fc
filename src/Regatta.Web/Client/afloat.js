// The card on the water: what changed with the band, the wind's age, the screen kept on, the marks read aloud.
import { offerSpeech, say } from "./speech.js";

const ASKED = "screen-on";
const text = (place, what) => place.querySelector(what)?.textContent.trim().replace(/\s+/g, " ") ?? "";

export function afloat() {
  const root = document.querySelector("[data-afloat]");
  const came = () => {
    const way = { "#up": "up", "#down": "down" }[location.hash] ?? "";
    root.dataset.came = way;
    for (const line of root.querySelectorAll(".afloat-marks .mark-lines dl > div")) {
      line.classList.toggle("has-changed", Boolean(way && line.querySelector(way === "up" ? ".if-lighter" : ".if-stronger")));
    }
  };
  const words = () => {
    const lines = [...root.querySelectorAll(".afloat-marks .mark-lines dl > div")];
    const changed = lines.filter((line) => line.classList.contains("has-changed"));
    const marks = (changed.length > 0 ? changed : lines).map((line) => `${text(line, "dt")} ${text(line, "dd")}.`);
    const cautions = [...root.querySelectorAll(".afloat-marks .caution, .afloat-marks .reef-before")].map((caution) => caution.textContent);
    return [text(root, ".afloat-wind strong"), `${text(root, ".afloat-wind span")}.`, ...cautions, changed.length > 0 ? "Change:" : "", ...marks].join(" ");
  };
  came();
  window.addEventListener("hashchange", () => { came(); say(words()); });
  tellAges(root);
  offerSpeech(root.querySelector("[data-aloud]"), words);
  say(words());
  keepAwake(root.querySelector("[data-awake]"));
}

/** A wind that was heard is of its time. */
function tellAges(root) {
  for (const time of root.querySelectorAll("time[data-age]")) {
    const tell = () => {
      const minutes = Math.max(0, Math.round((Date.now() - Date.parse(time.dateTime)) / 60_000));
      time.textContent = minutes < 1 ? "just now" : minutes < 90 ? `${minutes} min ago` : `${Math.round(minutes / 60)} h ago`;
    };
    tell();
    setInterval(tell, 20_000);
  }
}

/** The screen stays on where that is asked for, as long as the page is seen. */
function keepAwake(button) {
  if (!("wakeLock" in navigator)) return;
  let lock = null;
  const asked = () => sessionStorage.getItem(ASKED) === "yes";
  const show = () => button.setAttribute("aria-pressed", String(lock !== null));
  const take = async () => {
    if (!asked() || document.visibilityState !== "visible" || lock) return;
    // A phone that saves its battery may refuse.
    lock = await navigator.wakeLock.request("screen").catch(() => null);
    lock?.addEventListener("release", () => { lock = null; show(); });
    show();
  };
  button.addEventListener("click", async () => {
    sessionStorage.setItem(ASKED, lock ? "no" : "yes");
    if (lock) await lock.release();
    else await take();
  });
  document.addEventListener("visibilitychange", take);
  button.hidden = false;
  show();
  take();
}
