// A text that is copied by one tap, or shared by what the phone shares with: the button says for which text, and that it was done.
export function copying() {
  const placeOf = (button) => document.getElementById(button.dataset.copy ?? button.dataset.share);
  const textOf = (place) => (place instanceof HTMLTextAreaElement ? place.value : place.textContent.trim());
  for (const button of document.querySelectorAll("button[data-copy]")) {
    button.hidden = false;
    button.addEventListener("click", async () => {
      const place = placeOf(button);
      if (place instanceof HTMLTextAreaElement) place.select();
      else getSelection().selectAllChildren(place);
      // Without a clipboard (plain HTTP, or one that says no) what is chosen is copied by hand.
      const copied = await navigator.clipboard?.writeText(textOf(place)).then(() => true, () => false);
      button.textContent = copied ? "Copied" : "Press Ctrl C";
    });
  }
  for (const button of document.querySelectorAll("button[data-share]")) {
    button.hidden = !navigator.share;
    button.addEventListener("click", () => {
      // Whoever turns back has shared nothing, and needs no word about it.
      navigator.share({ title: button.dataset.title, url: textOf(placeOf(button)) }).catch(() => {});
    });
  }
}
