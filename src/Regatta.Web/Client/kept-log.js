// A log stays on the phone from the moment it is sent until the club has said that it has it: an answer that was lost, a sign-in that had
// ended, a page the browser threw away lose nothing, and what is sent again under its key counts once.
const GIVEN_UP = 7 * 24 * 3600 * 1000;
const shelfOf = (sailor, path) => `log:${sailor}:${path}`;

function take(shelf) {
  try {
    const kept = JSON.parse(localStorage.getItem(shelf));
    if (kept && Date.now() - kept.at < GIVEN_UP) return kept;
    localStorage.removeItem(shelf);
  } catch {
    // A phone that keeps nothing has nothing to give back.
  }
  return null;
}

/** The club has a log: the phone need not. */
export function forgetLog() {
  const { sentLog, sailor } = document.querySelector("[data-sent-log]").dataset;
  try {
    for (const shelf of Object.keys(localStorage)) {
      if (shelf.startsWith(shelfOf(sailor, "")) && JSON.parse(localStorage.getItem(shelf)).key === sentLog) localStorage.removeItem(shelf);
    }
  } catch {
    // As above.
  }
}

export function keepLog() {
  const form = document.querySelector("form.log-form");
  const shelf = shelfOf(form.dataset.sailor, location.pathname);
  form.addEventListener("submit", (event) => {
    if (event.submitter?.name === "act") return;
    const fields = [...new FormData(form)].filter(([name, value]) => name !== "__RequestVerificationToken" && typeof value === "string");
    try {
      localStorage.setItem(shelf, JSON.stringify({ at: Date.now(), key: form.elements.logKey.value, fields }));
    } catch {
      // It is sent all the same.
    }
  });

  const kept = take(shelf);
  const told = form.querySelector("[data-kept-log]");
  if (!kept || kept.key === form.elements.logKey.value) return;
  told.querySelector("time").textContent = new Date(kept.at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });
  told.hidden = false;
  const [again, drop] = told.querySelectorAll("button");
  again.addEventListener("click", () => {
    const sent = document.createElement("form");
    sent.method = "post";
    sent.action = form.action;
    const token = form.elements.__RequestVerificationToken;
    for (const [name, value] of [...kept.fields, [token.name, token.value], ["act", "show"]]) {
      const field = document.createElement("input");
      [field.type, field.name, field.value] = ["hidden", name, value];
      sent.append(field);
    }
    document.body.append(sent);
    sent.submit();
  });
  drop.addEventListener("click", () => {
    localStorage.removeItem(shelf);
    told.hidden = true;
  });
}
