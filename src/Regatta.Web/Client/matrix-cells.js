// What the parts of the matrix share: its cells, the one with the focus, and the one line of edits to the server.
let current = null; // the name of the cell that has, or last had, the focus
let line = Promise.resolve(); // edits go one after the other, or the second would not know the revision the first made
let ajax = null;

export const matrix = () => document.getElementById("matrix");
export const cellsOf = (root) => [...root.querySelectorAll("[data-cell]")];
export const find = (name) => matrix()?.querySelector(`[data-cell="${CSS.escape(name)}"]`);
export const cellAt = (row, column) => matrix().querySelector(`[data-row="${row}"][data-column="${column}"]`);
export const mayEdit = () => matrix()?.dataset.mayEdit === "true";
export const inTable = () => matrix().dataset.view === "table";
export const token = () => document.querySelector('input[name="__RequestVerificationToken"]').value;
export const currentName = () => current;
export const currentCell = () => current && find(current);

/** Calls back as soon as a swap has changed the matrix, or all that an answer changes, in the same turn. */
export function afterSwap(act) {
  document.addEventListener("htmx:afterSwap", act);
  document.addEventListener("htmx:oobAfterSwap", (event) => {
    if (event.detail.target.id === "matrix") act(event);
  });
}

export function useAjax(htmx) {
  ajax = htmx.ajax.bind(htmx);
}

export function address(name, handler) {
  const query = new URLSearchParams(matrix().dataset.query);
  if (name) query.set("cell", name);
  if (handler) query.set("handler", handler);
  return `${location.pathname}?${query}`;
}

function inLine(act) {
  line = line.then(act, act);
  return line;
}

// Values may be a function: it is asked when the edit's turn has come, and sees the newest revisions.
export function send(handler, name, values) {
  return inLine(() => ajax("POST", address(name, handler), {
    target: "#drawer", swap: "innerHTML",
    values: { ...(typeof values === "function" ? values() : values), __RequestVerificationToken: token() },
  }));
}

// What is asked for one cell: save, write, clear, step, widen, confirm.
export function sendCell(act, name, values) {
  return send("Cell", name, () => ({ ...(typeof values === "function" ? values() : values), act }));
}

export function refresh() {
  return inLine(() => ajax("GET", address(null, "Refresh"), { target: "#drawer", swap: "none" }));
}

export function open(name) {
  current = name;
  markOpen(name);
  history.replaceState(null, "", address(name));
  return inLine(() => ajax("GET", address(name), { target: "#drawer", swap: "innerHTML" }));
}

// A late answer does not take the focus from a cell that is being written in.
export function focusCurrent() {
  if (!document.activeElement?.matches("input.writing")) currentCell()?.focus();
}

// One stop for the Tab key: the cell that had the focus last, or the first.
export function settle() {
  const root = matrix();
  if (!root) return;
  const cells = cellsOf(root);
  const home = currentCell() || cells.find((cell) => cell.hasAttribute("aria-current")) || cells[0];
  for (const cell of cells) cell.setAttribute("tabindex", cell === home ? "0" : "-1");
}

export function rove(cell) {
  current = cell.dataset.cell;
  for (const other of cellsOf(matrix())) other.setAttribute("tabindex", other === cell ? "0" : "-1");
}

function markOpen(name) {
  for (const cell of cellsOf(matrix())) {
    if (cell.dataset.cell === name) cell.setAttribute("aria-current", "true");
    else cell.removeAttribute("aria-current");
  }
}
