// The theme changes at the tap, line or none; the club keeps it for the device as soon as it hears of it.
const WAITS = "theme-waits";

/** A browser that keeps nothing has nothing that waits. */
function waits() {
  try {
    return localStorage.getItem(WAITS);
  } catch {
    return null;
  }
}

function wait(theme) {
  try {
    if (theme) localStorage.setItem(WAITS, theme);
    else localStorage.removeItem(WAITS);
  } catch {
    // It is sent all the same.
  }
}

function show(theme) {
  document.documentElement.dataset.theme = theme;
  for (const button of document.querySelectorAll(".looks button")) button.setAttribute("aria-pressed", String(button.value === theme));
  document.querySelector("[data-sun]")?.setAttribute("aria-pressed", String(theme === "sunlight"));
}

async function send(theme = waits()) {
  const form = document.querySelector("form.looks");
  if (!form || !theme) return;
  const fields = new FormData(form);
  fields.set("theme", theme);
  const answer = await fetch(form.action, { method: "POST", body: fields, redirect: "manual" }).catch(() => null);
  if (answer?.type === "opaqueredirect" && waits() === theme) wait(null);
}

export function themes() {
  if (!document.querySelector("form.looks")) return;
  const choose = (theme) => {
    wait(theme);
    show(theme);
    send(theme);
  };
  // A page that was kept on the phone has the theme of then.
  show(waits() ?? document.documentElement.dataset.theme);
  send();
  document.querySelector("form.looks").addEventListener("submit", (event) => {
    event.preventDefault();
    choose(event.submitter.value);
  });
  let before = "paper";
  document.querySelector("[data-sun]")?.addEventListener("click", () => {
    const now = document.documentElement.dataset.theme;
    if (now !== "sunlight") before = now;
    choose(now === "sunlight" ? before : "sunlight");
  });
  window.addEventListener("online", () => send());
}
