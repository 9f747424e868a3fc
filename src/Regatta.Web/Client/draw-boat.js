// A drawing above its fields: corners of hull, board, rudder or sails are dragged, or moved with the arrow keys; the text of the fields is
// the only copy of the numbers, and what is drawn follows whatever is typed. data-draws names the fields, data-look how they are drawn.
import { outline } from "./text.js";

export function drawBoat() {
  document.querySelectorAll("[data-draws]").forEach(open);
}

const space = "http://www.w3.org/2000/svg";
const width = 360;
const ways = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

const round = (number) => String(Math.round(number * 1000) / 1000).replace("-", "−");
const write = (points) => points.map(([x, z]) => `${round(x)} ${round(z)}`).join(", ");

function open(svg) {
  const fields = svg.dataset.draws.split(" ").map((id) => document.getElementById(id));
  /** A sail is called by the field beside its outline, every other part by its own. */
  const nameOf = ({ id }) => (id.startsWith("outline-") && /** @type {HTMLInputElement} */ (document.getElementById(id.replace("outline-", "sail-"))).value) || id;
  let view = null;
  /** The scale is kept while somebody drags, so that the boat does not slip away under the finger. */
  function fit() {
    const all = fields.flatMap((field) => outline(field.value));
    const [xs, zs] = [all.map((point) => point[0]), all.map((point) => point[1])];
    const [left, right, low, high] = all.length
      ? [Math.min(...xs), Math.max(...xs), Math.min(...zs, 0), Math.max(...zs, 0)]
      : [0, 4, -1, 0];
    const scale = (width - 40) / Math.max(0.1, right - left);
    svg.toggleAttribute("hidden", all.length === 0);
    view = { left, high, scale, height: (high - low) * scale + 40 };
    svg.setAttribute("viewBox", `0 0 ${width} ${Math.max(60, view.height)}`);
  }

  const across = ([x, z]) => [20 + (x - view.left) * view.scale, 20 + (view.high - z) * view.scale];

  function make(name, attributes) {
    const element = document.createElementNS(space, name);
    for (const [key, value] of Object.entries(attributes)) {
      element.setAttribute(key, value);
    }
    svg.append(element);
    return element;
  }

  function draw(focus) {
    svg.replaceChildren();
    const water = across([0, 0])[1];
    make("path", { class: "water", d: `M0 ${water}H${width}` });
    fields.forEach((field, part) => {
      const points = outline(field.value);
      if (points.length > 2) {
        make("path", { class: svg.dataset.look, d: `M${points.map((point) => across(point).join(" ")).join("L")}Z` });
      }
      points.forEach((point, corner) => {
        const [cx, cy] = across(point);
        const handle = make("circle", {
          class: "corner",
          cx,
          cy,
          r: 7,
          tabindex: 0,
          role: "button",
          "aria-label": `${nameOf(field)}, corner ${corner + 1}: ${round(point[0])} forward, ${round(point[1])} up`,
        });
        handle.addEventListener("keydown", (event) => arrow(event, part, corner));
        handle.addEventListener("pointerdown", (event) => drag(event, part, corner));
        if (focus?.[0] === part && focus[1] === corner) {
          handle.focus();
        }
      });
    });
  }

  function move(part, corner, x, z) {
    const points = outline(fields[part].value);
    points[corner] = [x, z];
    fields[part].value = write(points);
  }

  function arrow(event, part, corner) {
    const way = ways[event.key];
    if (way) {
      event.preventDefault();
      const [x, z] = outline(fields[part].value)[corner];
      const step = event.shiftKey ? 0.1 : 0.01;
      move(part, corner, x + way[0] * step, z + way[1] * step);
      draw([part, corner]);
    }
  }

  function drag(event, part, corner) {
    event.preventDefault();
    const box = svg.getBoundingClientRect();
    const unit = box.width / width;
    const follow = (moved) => {
      const [x, y] = [(moved.clientX - box.left) / unit, (moved.clientY - box.top) / unit];
      move(part, corner, view.left + (x - 20) / view.scale, view.high - (y - 20) / view.scale);
      draw();
    };
    const stop = () => {
      window.removeEventListener("pointermove", follow);
      fit();
      draw([part, corner]);
    };
    window.addEventListener("pointermove", follow);
    window.addEventListener("pointerup", stop, { once: true });
    window.addEventListener("pointercancel", stop, { once: true });
  }

  fit();
  draw();
  fields.forEach((field) =>
    field.addEventListener("input", () => {
      fit();
      draw();
    }),
  );
}
