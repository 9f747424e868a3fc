// A text that is copied by one tap, or shared by what the phone shares with: the button says for which text, and that it was done.
export function copying() {
  const textOf = (button) => {
    const from = /** @type {HTMLElement} */ (document.getElementById(button.dataset.copy ?? button.dataset.share));
    return from instanceof HTMLTextAreaElement ? from.value : from.textContent.trim();
  };
  for (const button of document.querySelectorAll("button[data-copy]")) {
    button.hidden = false;
    button.addEventListener("click", async () => {
      const copied = await navigator.clipboard.writeText(textOf(button)).then(() => true, () => false);
      if (!copied) getSelection().selectAllChildren(document.getElementById(button.dataset.copy));
      button.textContent = copied ? "Copied" : "Press Ctrl C";
    });
  }
  for (const button of document.querySelectorAll("button[data-share]")) {
    button.hidden = !navigator.share;
    button.addEventListener("click", () => {
      // Whoever turns back has shared nothing, and needs no word about it.
      navigator.share({ title: button.dataset.title, url: textOf(button) }).catch(() => {});
    });
  }
}
