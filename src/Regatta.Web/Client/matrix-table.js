// The table as a sheet: several cells chosen at once, writing in a cell, copying out and pasting in.
import { afterSwap, matrix, cellAt, cellsOf, currentCell, find, focusCurrent, inTable, mayEdit, rove, sendCell, token } from "./matrix-cells.js";
import { guarded, unguarded } from "./text.js";

let corners = null; // the names of the first and the last cell of what is chosen
let writing = null; // { name, text } while somebody writes in a cell
const sent = []; // what was written and is not answered yet, in its turn; the first is given back when no answer comes
let swapping = false; // a swap takes the field away and gives it back; that is not somebody leaving it

const place = (cell) => [Number(cell.dataset.row), Number(cell.dataset.column)];

export function chosen() {
  const cells = corners?.map(find);
  if (!cells || cells.includes(null)) return currentCell() ? [currentCell()] : [];
  const [[top, left], [bottom, right]] = [cells.map(place), cells.map(place)].map((ends, far) => [0, 1].map((axis) => Math[far ? "max" : "min"](ends[0][axis], ends[1][axis])));
  return cellsOf(matrix()).filter((cell) => {
    const [row, column] = place(cell);
    return row >= top && row <= bottom && column >= left && column <= right;
  });
}

// The cells chosen, each with the revision that is seen here.
export const over = () => chosen().map((cell) => `${cell.dataset.cell}:${cell.dataset.revision}`).join(",");

export function chooseTo(from, to) {
  corners = [corners?.[0] ?? from.dataset.cell, to.dataset.cell];
  show();
}

export function forget() {
  corners = null;
  show();
}

function show() {
  if (!inTable()) return;
  const all = corners ? new Set(chosen()) : new Set();
  for (const cell of cellsOf(matrix())) cell.closest("td").setAttribute("aria-selected", all.has(cell) ? "true" : "false");
}

export function startWriting(cell, text) {
  stopWriting();
  rove(cell);
  writing = { name: cell.dataset.cell, text };
  showField(true);
}

function showField(toEnd) {
  const cell = writing && find(writing.name);
  if (!cell) return;
  const field = document.createElement("input");
  field.className = "writing";
  field.setAttribute("aria-label", cell.getAttribute("aria-label").split(":")[0]);
  field.value = writing.text;
  cell.after(field);
  field.addEventListener("input", () => { writing.text = field.value; });
  field.addEventListener("keydown", onFieldKey);
  field.addEventListener("blur", () => { if (field.isConnected && writing && !swapping) keep(); });
  field.focus();
  if (toEnd) field.setSelectionRange(field.value.length, field.value.length);
}

function stopWriting() {
  writing = null;
  matrix().querySelector("input.writing")?.remove();
}

function keep() {
  const written = writing;
  stopWriting();
  sent.push(written);
  const answered = () => { sent.splice(sent.indexOf(written), 1); };
  sendCell("write", written.name, () => ({ revision: find(written.name).dataset.revision, text: written.text })).then(answered, answered);
}

function onFieldKey(event) {
  const way = { Enter: [event.shiftKey ? -1 : 1, 0], Tab: [0, event.shiftKey ? -1 : 1] }[event.key];
  if (event.key === "Escape") {
    event.stopPropagation();
    stopWriting();
    focusCurrent();
  } else if (way) {
    event.preventDefault();
    event.stopPropagation();
    const [row, column] = place(find(writing.name));
    keep();
    const next = cellAt(row + way[0], column + way[1]);
    if (next) rove(next);
    focusCurrent();
  }
}

function onCopy(event) {
  if (!inTable() || !event.target.closest?.("[data-cell]")) return;
  const rows = new Map();
  for (const cell of chosen()) rows.set(cell.dataset.row, [...(rows.get(cell.dataset.row) ?? []), guarded(cell.dataset.typed)]);
  event.clipboardData.setData("text/plain", [...rows.values()].map((row) => row.join("\t")).join("\n"));
  event.preventDefault();
}

// One value goes into the cell; a table goes to the page that looks it over first.
function onPaste(event) {
  const cell = event.target.closest?.("[data-cell]");
  if (!cell || !inTable() || !mayEdit()) return;
  event.preventDefault();
  const text = event.clipboardData.getData("text/plain");
  if (!/[\t\n]/.test(text.trim())) {
    sendCell("write", cell.dataset.cell, () => ({ revision: find(cell.dataset.cell).dataset.revision, text: unguarded(text.trim()) })).then(focusCurrent);
    return;
  }
  const form = document.createElement("form");
  form.method = "post";
  form.action = `${location.pathname}/paste${matrix().dataset.query}`;
  for (const [name, value] of Object.entries({ text, corner: cell.dataset.cell, __RequestVerificationToken: token() })) {
    const field = document.createElement("textarea");
    field.name = name;
    field.value = value;
    form.append(field);
  }
  form.hidden = true;
  document.body.append(form);
  form.submit();
}

export function useTable() {
  let start = null;
  document.addEventListener("pointerdown", (event) => {
    const cell = event.target.closest?.("[data-cell]");
    if (!cell || !inTable()) return;
    if (event.shiftKey && currentCell()) chooseTo(currentCell(), cell);
    start = event.shiftKey ? null : cell;
  });
  document.addEventListener("pointerover", (event) => {
    const cell = event.buttons === 1 && start && event.target.closest?.("[data-cell]");
    if (cell && (cell !== start || corners)) chooseTo(start, cell);
  });
  document.addEventListener("pointerup", () => { start = null; });
  document.addEventListener("dragstart", (event) => { if (event.target.closest?.("[data-cell]")) event.preventDefault(); });
  for (const failed of ["htmx:responseError", "htmx:sendError"]) {
    document.addEventListener(failed, () => {
      const status = document.getElementById("save-status");
      status.innerHTML = "<strong class=\"problem\">Not saved.</strong> The club’s server did not take it. What you wrote is still here: try again in a moment.";
      if (sent.length > 0 && !writing) {
        writing = sent[0];
        showField(true);
      } else if (sent.length > 0) {
        // Another is being written: this one waits in words.
        status.append(` ${(find(sent[0].name)?.getAttribute("aria-label") ?? sent[0].name).split(":")[0]}: ${sent[0].text}`);
      }
    });
  }
  document.addEventListener("copy", onCopy);
  document.addEventListener("paste", onPaste);
  // A swap takes what somebody is writing with it: it is put back as it was.
  document.addEventListener("htmx:beforeSwap", (event) => { swapping = event.detail.shouldSwap; });
  afterSwap(() => {
    swapping = false;
    show();
    if (writing && !matrix().querySelector("input.writing")) showField(true);
  });
}
