// Two editors: when somebody else changes the class, the matrix looks again, and what came is shown for a moment. What is being typed is left alone.
import { matrix, cellsOf, currentName, focusCurrent, refresh } from "./matrix-cells.js";

export function hearOfChanges() {
  let source = null;
  // A browser keeps few connections to one place: a page nobody looks at lets its own go.
  const listen = () => {
    source?.close();
    source = document.hidden ? null : new EventSource(matrix().dataset.stream);
    source?.addEventListener("class", hear);
    source?.addEventListener("error", () => document.body.classList.add("line-lost"));
    source?.addEventListener("open", () => document.body.classList.remove("line-lost"));
  };
  let [newest, waiting] = [0, false];
  const asked = new Set();
  document.addEventListener("htmx:beforeSend", (event) => { asked.add(event.detail.xhr); });
  document.addEventListener("htmx:afterRequest", (event) => { asked.delete(event.detail.xhr); });
  const hear = async (event) => {
    newest = Number(event.data);
    if (newest <= Number(matrix().dataset.stamp) || waiting) return;
    // The answer to an edit of one's own may still be on its way: what it says is not written over by a second look.
    waiting = true;
    do await new Promise((later) => { setTimeout(later, 250); }); while (asked.size > 0);
    waiting = false;
    if (newest <= Number(matrix().dataset.stamp)) return;
    const before = new Map(cellsOf(matrix()).map((cell) => [cell.dataset.cell, cell.dataset.revision]));
    const focused = document.activeElement?.closest?.("[data-cell]");
    await refresh();
    for (const cell of cellsOf(matrix())) {
      if (before.has(cell.dataset.cell) && before.get(cell.dataset.cell) !== cell.dataset.revision) cell.classList.add("arrived");
    }
    if (focused && currentName()) focusCurrent();
  };
  listen();
  document.addEventListener("visibilitychange", listen);
}
