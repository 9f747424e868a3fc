// The matrix by keyboard and pointer. Cells are links, so everything here also works without it, one page at a time.
let current = null; // the name of the cell that has, or last had, the focus

const bench = () => document.getElementById("bench");
const cellsOf = (root) => [...root.querySelectorAll("[data-cell]")];
const find = (name) => bench()?.querySelector(`[data-cell="${CSS.escape(name)}"]`);
const token = () => document.querySelector('input[name="__RequestVerificationToken"]').value;
const mayEdit = () => bench()?.dataset.mayEdit === "true";
const address = (name, handler) => {
  const query = new URLSearchParams({ view: bench().dataset.view, cell: name });
  if (handler) query.set("handler", handler);
  return `${location.pathname}?${query}`;
};

export function walkTheBench(htmx) {
  if (!bench()) return;
  settle();
  document.addEventListener("htmx:afterSettle", (event) => {
    settle();
    // After a save the focus goes back to the cell, so that walking goes on from there.
    const form = event.detail.requestConfig?.elt;
    if (form?.matches?.("[data-cell-form]") && event.detail.xhr.status === 200) {
      current = form.dataset.cellForm;
      focusAgain();
    }
  });
  document.addEventListener("click", onClick);
  document.addEventListener("keydown", onKey);
  document.addEventListener("focusin", (event) => {
    const cell = event.target.closest?.("[data-cell]");
    if (cell) rove(cell);
  });
  document.querySelector("[data-shortcuts]")?.addEventListener("click", showShortcuts);

  function open(name) {
    current = name;
    mark(name);
    history.replaceState(null, "", address(name));
    return htmx.ajax("GET", address(name), { target: "#drawer", swap: "innerHTML" });
  }

  function send(handler, name, values) {
    return htmx.ajax("POST", address(name, handler), {
      target: "#drawer", swap: "innerHTML", values: { ...values, __RequestVerificationToken: token() },
    });
  }

  function onClick(event) {
    const cell = event.target.closest("[data-cell], [data-open-cell]");
    if (cell) {
      event.preventDefault();
      open(cell.dataset.cell ?? cell.dataset.openCell);
    } else if (event.target.closest("[data-reload-cell]")) {
      event.preventDefault();
      open(current ?? new URLSearchParams(location.search).get("cell"));
    }
  }

  async function onKey(event) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const inForm = event.target.closest("input, textarea, select");
    if (event.key === "Escape" && event.target.closest("#drawer") && current) {
      find(current)?.focus();
    } else if (inForm) {
      return;
    } else if (event.key === "?") {
      showShortcuts();
    } else if (event.key === "u" && mayEdit()) {
      await send("Undo", current ?? "", {});
      focusAgain();
    } else {
      await onCellKey(event, event.target.closest("[data-cell]"));
    }
  }

  async function onCellKey(event, cell) {
    if (!cell) return;
    const steps = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[event.key];
    if (steps) {
      event.preventDefault();
      const [row, column] = [Number(cell.dataset.row) + steps[0], Number(cell.dataset.column) + steps[1]];
      bench().querySelector(`[data-row="${row}"][data-column="${column}"]`)?.focus();
    } else if ((event.key === "[" || event.key === "]") && mayEdit()) {
      event.preventDefault();
      current = cell.dataset.cell;
      await send("Step", current, { revision: cell.dataset.revision, by: event.key === "]" ? 1 : -1 });
      focusAgain();
    } else if (event.key === "Enter") {
      event.preventDefault();
      await open(cell.dataset.cell);
      const field = document.querySelector("#drawer [data-cell-form] :is(input:not([type=hidden]), select)");
      field?.focus();
      field?.select?.();
    } else if (/^[0-9]$/.test(event.key) && mayEdit()) {
      event.preventDefault();
      await open(cell.dataset.cell);
      const field = document.querySelector("#drawer input#mark");
      if (field) {
        field.value = event.key;
        field.focus();
      }
    }
  }

  function showShortcuts() {
    document.getElementById("shortcuts")?.showModal();
  }
}

function focusAgain() {
  if (current) find(current)?.focus();
}

// One stop for the Tab key: the cell that had the focus last, or the first.
function settle() {
  const root = bench();
  if (!root) return;
  const cells = cellsOf(root);
  const home = (current && find(current)) || cells.find((cell) => cell.hasAttribute("aria-current")) || cells[0];
  for (const cell of cells) cell.setAttribute("tabindex", cell === home ? "0" : "-1");
}

function rove(cell) {
  current = cell.dataset.cell;
  for (const other of cellsOf(bench())) other.setAttribute("tabindex", other === cell ? "0" : "-1");
}

function mark(name) {
  for (const cell of cellsOf(bench())) {
    if (cell.dataset.cell === name) cell.setAttribute("aria-current", "true");
    else cell.removeAttribute("aria-current");
  }
}
