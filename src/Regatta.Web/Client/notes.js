// A note that is only kept on this phone can be taken back as well, wherever it was made.
export function takeNotesBack(back) {
  document.addEventListener("outbox-kept", ({ detail: form }) => {
    if (form.id !== "note") return;
    back.elements.noted.value = form.elements.noteKey.value;
    back.hidden = false;
  });
}
