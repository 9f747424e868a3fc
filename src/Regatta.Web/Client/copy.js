// A text that is copied by one tap: the button says for which field, and that it was done.
export function copying() {
  for (const button of document.querySelectorAll("button[data-copy]")) {
    const field = /** @type {HTMLTextAreaElement} */ (document.getElementById(button.dataset.copy));
    button.hidden = false;
    button.addEventListener("click", async () => {
      field.select();
      const copied = await navigator.clipboard.writeText(field.value).then(() => true, () => false);
      button.textContent = copied ? "Copied" : "Press Ctrl C";
    });
  }
}
