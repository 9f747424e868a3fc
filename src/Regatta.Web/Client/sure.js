// What cannot be had back goes by two taps of its owner.
export function sureToGo(button, go) {
  const first = button.textContent;
  button.addEventListener("click", () => {
    if (button.dataset.asked) go();
    else [button.dataset.asked, button.textContent] = ["yes", `${first}: sure?`];
  });
}
