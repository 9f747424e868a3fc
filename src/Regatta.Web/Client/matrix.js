// The matrix by keyboard and pointer. Cells are links, so everything here also works without it, one page at a time.
import { afterSwap, matrix, cellAt, currentName, find, focusCurrent, inTable, mayEdit, open, rove, send, sendCell, settle, useAjax } from "./matrix-cells.js";
import { dragLanes } from "./matrix-lanes.js";
import { hearOfChanges } from "./matrix-live.js";
import { chosen, chooseTo, forget, over, startWriting, useTable } from "./matrix-table.js";

const WAYS = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] };
const DEEDS = { i: "interpolate", c: "confirm", r: "fill-right", d: "fill-down", Delete: "clear" };

export function startMatrix(htmx) {
  if (!matrix()) return;
  useAjax(htmx);
  settle();
  useTable();
  dragLanes();
  hearOfChanges();
  // A swap, one's own or of what others did, takes the cell or the edge with the focus away; who walks or writes on must not notice.
  let [inMatrix, edge] = [false, null];
  document.addEventListener("htmx:beforeSwap", () => {
    inMatrix = Boolean(document.activeElement?.closest?.("#matrix [data-cell], #matrix input.writing"));
    edge = /** @type {HTMLElement | undefined} */ (document.activeElement?.closest?.("#matrix [data-edge]"))?.dataset.edge ?? null;
  });
  // On the swap and not when it has settled, so that it does not hang on how long the settling is set to last (0 now).
  afterSwap((event) => {
    settle();
    if (inMatrix && document.activeElement === document.body) focusCurrent();
    if (edge !== null && document.activeElement === document.body) matrix().querySelector(`[data-edge="${edge}"]`)?.focus();
    // After a save the focus goes back to the cell, so that walking goes on from there.
    const form = event.detail.requestConfig?.elt;
    if (form?.matches?.("[data-cell-form]") && event.detail.xhr?.status === 200) {
      const cell = find(form.dataset.cellForm);
      if (cell) rove(cell);
      focusCurrent();
    }
  });
  document.addEventListener("click", onClick);
  document.addEventListener("keydown", onKey);
  document.addEventListener("focusin", (event) => {
    const cell = event.target.closest?.("[data-cell]");
    if (cell) rove(cell);
  });
  document.querySelector("[data-shortcuts]")?.addEventListener("click", showShortcuts);
}

function onClick(event) {
  const cell = event.target.closest("[data-cell], [data-open-cell]");
  if (cell) {
    event.preventDefault();
    if (event.shiftKey && cell.dataset.cell && inTable()) return;
    forget();
    open(cell.dataset.cell ?? cell.dataset.openCell);
  } else if (event.target.closest("[data-reload-cell]")) {
    event.preventDefault();
    open(currentName() ?? new URLSearchParams(location.search).get("cell"));
  }
}

async function onKey(event) {
  if (event.key === "Enter" && event.ctrlKey && mayEdit()) {
    location.assign(`${location.pathname}/versions#reason`);
    return;
  }
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  if (event.key === "Escape" && event.target.closest("#drawer") && currentName()) {
    focusCurrent();
  } else if (event.target.closest("input, textarea, select, dialog")) {
    return;
  } else if (event.key === "?") {
    showShortcuts();
  } else if ((event.key === "u" || event.key === "U") && mayEdit()) {
    await send(event.key === "u" ? "Undo" : "Redo", currentName(), {});
    focusCurrent();
  } else if (event.target.closest("[data-cell]")) {
    await onCellKey(event, event.target.closest("[data-cell]"));
  }
}

async function onCellKey(event, cell) {
  const way = WAYS[event.key];
  if (way) {
    event.preventDefault();
    const next = cellAt(Number(cell.dataset.row) + way[0], Number(cell.dataset.column) + way[1]);
    if (next && event.shiftKey && inTable()) chooseTo(cell, next);
    else forget();
    next?.focus();
  } else if (event.key === "Enter") {
    event.preventDefault();
    await open(cell.dataset.cell);
    const field = document.querySelector("#drawer [data-cell-form] :is(input:not([type=hidden]), select)");
    field?.focus();
    field?.select?.();
  } else if (event.key === "F2" && inTable() && mayEdit()) {
    startWriting(cell, cell.dataset.typed);
  } else if (event.key === "z" && !inTable()) {
    location.assign(`${location.pathname}${matrix().dataset.zoom ? matrix().dataset.whole : `${matrix().dataset.query}&zoom=${cell.dataset.cell.split(".")[0]}`}`);
  } else if (mayEdit()) {
    await onEditKey(event, cell);
  }
}

async function onEditKey(event, cell) {
  const name = cell.dataset.cell;
  if ("[]{}".includes(event.key)) {
    event.preventDefault();
    const by = "[{".includes(event.key) ? -1 : 1;
    if (chosen().length > 1 && "[]".includes(event.key)) await send("Build", name, () => ({ act: by < 0 ? "less" : "more", over: over() }));
    else await sendCell("[]".includes(event.key) ? "step" : "widen", name, () => ({ revision: find(name).dataset.revision, by }));
    focusCurrent();
  } else if (DEEDS[event.key] && !(inTable() && chosen().length < 2 && startsWord(event, cell))) {
    event.preventDefault();
    const several = chosen().length > 1;
    if (event.key === "Delete" && !several) await sendCell("clear", name, () => ({ revision: find(name).dataset.revision }));
    else await send("Build", name, () => (several ? { act: DEEDS[event.key], over: over() } : { act: DEEDS[event.key] }));
    focusCurrent();
  } else if (event.key.length === 1 && event.key !== " " && (inTable() || /[0-9]/.test(event.key))) {
    event.preventDefault();
    if (inTable()) {
      startWriting(cell, event.key);
    } else {
      await open(name);
      const field = document.querySelector("#drawer input#mark");
      if (field) {
        field.value = event.key;
        field.focus();
      }
    }
  }
}

// In a cell of words a letter begins a word; the keys for deeds work where numbers stand.
function startsWord(event, cell) {
  return event.key.length === 1 && cell.dataset.words === "true";
}

function showShortcuts() {
  document.querySelector("details.build")?.removeAttribute("open");
  /** @type {HTMLDialogElement | null} */ (document.getElementById("shortcuts"))?.showModal();
}

