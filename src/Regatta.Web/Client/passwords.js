// A password that is typed can be looked at: a button beside its field. Without this script there is none.
export function showPasswords() {
  for (const button of document.querySelectorAll("button[data-shows]")) {
    const field = /** @type {HTMLInputElement} */ (document.getElementById(/** @type {HTMLElement} */ (button).dataset.shows ?? ""));
    button.removeAttribute("hidden");
    button.addEventListener("click", () => {
      const shown = field.type === "text";
      field.type = shown ? "password" : "text";
      button.setAttribute("aria-pressed", String(!shown));
      field.focus();
    });
    // What is sent is a password again, so that no browser keeps it among the words it offers.
    field.form?.addEventListener("submit", () => (field.type = "password"));
  }
}
