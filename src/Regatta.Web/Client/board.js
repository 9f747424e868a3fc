// The board looks again whenever the server says there is something new; without this it is refreshed by the page itself.
export function watchTheBoard(htmx) {
  const stream = document.getElementById("board")?.dataset.stream;
  if (!stream) return;
  const look = () => {
    const board = document.getElementById("board");
    htmx.ajax("GET", board.dataset.address, { target: "#board", select: "#board", swap: "outerHTML" });
  };
  let dragging = false;
  document.addEventListener("pointerdown", (event) => { dragging = event.target.id === "ask"; });
  document.addEventListener("pointerup", () => { dragging = false; });
  let first = true;
  const source = new EventSource(stream);
  source.addEventListener("wind", () => {
    document.body.classList.remove("line-lost");
    // The first word comes at once, for a page that is new already; a slider in somebody's hand is left alone.
    if (!first && !dragging && !document.hidden) look();
    first = false;
  });
  source.addEventListener("error", () => document.body.classList.add("line-lost"));
  document.addEventListener("visibilitychange", () => { if (!document.hidden) look(); });
}
