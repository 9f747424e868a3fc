// Two editors: when somebody else changes the class, the bench looks again, and what came is shown for a moment. What is being typed is left alone.
import { bench, cellsOf, currentName, focusCurrent, look } from "./bench-cells.js";

export function hearOfChanges() {
  const source = new EventSource(bench().dataset.stream);
  let behind = false;
  source.addEventListener("class", async (event) => {
    if (event.data === bench().dataset.stamp || behind) return;
    // The answer to an edit of one's own may still be on its way.
    behind = true;
    await new Promise((later) => { setTimeout(later, 250); });
    behind = false;
    if (Number(event.data) <= Number(bench().dataset.stamp)) return;
    const before = new Map(cellsOf(bench()).map((cell) => [cell.dataset.cell, cell.dataset.revision]));
    const focused = document.activeElement?.closest?.("[data-cell]");
    await look();
    for (const cell of cellsOf(bench())) {
      if (before.has(cell.dataset.cell) && before.get(cell.dataset.cell) !== cell.dataset.revision) cell.classList.add("arrived");
    }
    if (focused && currentName()) focusCurrent();
  });
  source.addEventListener("error", () => document.body.classList.add("line-lost"));
  source.addEventListener("open", () => document.body.classList.remove("line-lost"));
}
