// The lanes by pointer: a step or a tolerance is dragged by whole steps, an edge of a band along the ruler. Each has its keys.
import { matrix, find, focusCurrent, mayEdit, open, rove, send, sendCell } from "./matrix-cells.js";

const NEAR = 9; // drawing units within which a pointer means a line

const inDrawing = (svg, event) => new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());

export function dragLanes() {
  document.addEventListener("pointerdown", (event) => {
    if (!mayEdit() || event.button !== 0 || matrix().dataset.view !== "lanes") return;
    const edge = event.target.closest?.("[data-edge]");
    if (edge) dragEdge(edge, event);
    else if (event.target.closest?.("[data-cell]")) dragCell(event.target.closest("[data-cell]"), event);
  });
  document.addEventListener("keydown", (event) => {
    const edge = event.target.closest?.("[data-edge]");
    const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
    if (!edge || !by || !mayEdit()) return;
    event.preventDefault();
    moveEdge(edge, snapEdge(edge, Number(edge.getAttribute("aria-valuenow")) + by * Number(edge.dataset.step)));
  });
}

async function ticksOf(cell) {
  const query = new URLSearchParams(matrix().dataset.query);
  query.set("cell", cell.dataset.cell);
  query.set("handler", "Ticks");
  return (await fetch(`${location.pathname}?${query}`)).json();
}

function dragCell(cell, down) {
  const svg = cell.closest("svg");
  const perStep = Number(svg.dataset.perStep);
  const y = Number(cell.dataset.markY);
  if (!perStep || !cell.dataset.markY) return;
  const at = inDrawing(svg, down).y;
  const ribbon = cell.dataset.ribbon && Math.abs(y - Number(cell.dataset.ribbon));
  const onRibbon = ribbon && ribbon > NEAR / 2 && Math.abs(Math.abs(at - y) - ribbon) < NEAR / 2 && Math.abs(at - y) > NEAR / 2;
  if (!onRibbon && Math.abs(at - y) > NEAR) return;
  down.preventDefault();
  rove(cell);
  const [area, text] = [cell.querySelector(".cell-area"), cell.querySelector(".cell-text")];
  const line = document.createElementNS("http://www.w3.org/2000/svg", "path");
  line.setAttribute("class", "dragged");
  svg.append(line);
  const ticks = onRibbon ? null : ticksOf(cell);
  let by = 0;
  const move = async (event) => {
    const far = inDrawing(svg, event).y;
    by = onRibbon ? Math.round((Math.abs(far - y) - ribbon) / (perStep / 2)) : Math.round((at - far) / perStep);
    const shown = onRibbon ? [y - ribbon - (by * perStep) / 2, y + ribbon + (by * perStep) / 2] : [y - by * perStep];
    line.setAttribute("d", shown.map((height) => `M${area.getAttribute("x")} ${height}h${area.getAttribute("width")}`).join(""));
    if (ticks) {
      const scale = await ticks;
      by = Math.max(-scale.at, Math.min(scale.ticks.length - 1 - scale.at, by));
      text.textContent = scale.ticks[scale.at + by];
    }
  };
  follow(move, async () => {
    line.remove();
    const name = cell.dataset.cell;
    if (by !== 0) {
      await sendCell(onRibbon ? "widen" : "step", name, () => ({ revision: find(name).dataset.revision, by }));
      focusCurrent();
    } else {
      open(name);
    }
  });
}

const snapEdge = (edge, wind) => Math.round(wind / Number(edge.dataset.step)) * Number(edge.dataset.step);

function dragEdge(edge, down) {
  down.preventDefault();
  const svg = edge.closest("svg");
  const { left, perUnit } = edge.dataset;
  let wind = Number(edge.getAttribute("aria-valuenow"));
  const start = wind;
  follow((event) => {
    wind = snapEdge(edge, (inDrawing(svg, event).x - Number(left)) / Number(perUnit));
    edge.setAttribute("x", Number(left) + wind * Number(perUnit) - 5);
    edge.classList.add("held");
  }, () => { if (wind !== start) moveEdge(edge, wind); });
}

function moveEdge(edge, wind) {
  const band = edge.dataset.edge;
  // The next key goes on from here, whether the answer is back or not.
  edge.setAttribute("aria-valuenow", wind);
  return send("Edge", null, () => ({ band, wind, revision: matrix().dataset.revision }));
}

function follow(move, done) {
  const end = () => {
    document.removeEventListener("pointermove", move);
    // The click that follows must not open the cell a second time.
    document.addEventListener("click", swallow, { capture: true, once: true });
    setTimeout(() => document.removeEventListener("click", swallow, { capture: true }), 0);
    done();
  };
  document.addEventListener("pointermove", move);
  document.addEventListener("pointerup", end, { once: true });
}

function swallow(event) {
  event.preventDefault();
  event.stopPropagation();
}
