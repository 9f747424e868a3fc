// A picture is measured on the phone it was taken with: it is drawn, tapped and looked at here, and only points go to the club.
import { LOUPE, drawPoints, magnify } from "./draw-points.js";
import { opened } from "./picture-file.js";
import { keepPicture } from "./pictures.js";

/** A hand is so sure at the zoom it sees, in pixels of the screen; the club knows the same. */
const TAP = 2;
const NEAR = 32;

export function gauge() {
  const form = document.querySelector("form[data-gauge]");
  const part = (name) => form.querySelector(`[data-${name}]`);
  const [canvas, loupe, work, next, hand, trouble] = ["canvas", "loupe", "work", "next", "hand", "picture-problem"].map(part);
  const pen = canvas.getContext("2d");
  const rows = [...form.querySelectorAll("[data-point]")].map((row) => ({
    row,
    button: row.querySelector("[data-choose]"),
    x: row.querySelector("input[name$=x]"),
    y: row.querySelector("input[name$=y]"),
    // Its number, or its letter: what it is called in the list.
    name: row.querySelector("[data-choose]").textContent.trim().split(" ")[0],
    must: !row.dataset.may,
  }));
  const lines = form.dataset.lines.split(" ").filter(Boolean).map((line) => line.split("-").map(Number));
  let picture = null;
  let chosen = 0;
  let [zoom, left, top] = [1, 0, 0];
  const before = [];
  let first = null;
  // How sure each point was tapped, in pixels of the picture.
  const sure = rows.map(() => 0);

  const pointOf = (entry) => (entry.x.value === "" ? null : [Number(entry.x.value), Number(entry.y.value)]);
  const all = () => rows.map(pointOf);
  const say = () => form.dispatchEvent(new Event("tapped", { bubbles: true }));

  for (const { button, row } of rows) {
    button.hidden = false;
    row.querySelector(".tap-label").hidden = true;
    button.addEventListener("click", () => choose(rows.findIndex((entry) => entry.row === row), true));
  }
  part("needs-script").hidden = false;
  // Where there is room all is seen; a phone has the picture.
  part("numbers").open = matchMedia("(min-width: 62rem)").matches;

  function choose(at, look = false) {
    chosen = at;
    rows.forEach(({ row }, other) => row.classList.toggle("is-chosen", other === at));
    next.textContent = `${pointOf(rows[at]) ? "Move" : "Tap"} ${rows[at].button.textContent.trim()}`;
    if (look && picture) canvas.focus({ preventScroll: false });
    draw();
  }

  function fit() {
    const room = canvas.clientWidth || 320;
    const high = Math.min(window.innerHeight * 0.62, (room * picture.height) / picture.width);
    const ratio = window.devicePixelRatio || 1;
    [canvas.width, canvas.height] = [room * ratio, high * ratio];
    canvas.style.height = `${high}px`;
    zoom = Math.min(room / picture.width, high / picture.height);
    [left, top] = [(room - picture.width * zoom) / 2, (high - picture.height * zoom) / 2];
    draw();
  }

  function draw() {
    if (!picture) return;
    const ratio = window.devicePixelRatio || 1;
    pen.setTransform(ratio, 0, 0, ratio, 0, 0);
    pen.clearRect(0, 0, canvas.width, canvas.height);
    pen.drawImage(picture, left, top, picture.width * zoom, picture.height * zoom);
    pen.translate(left, top);
    drawPoints(pen, all(), lines, zoom, chosen, rows.map(({ name }) => name));
  }

  const glass = (point) => magnify(loupe, picture, point);
  const clamp = (value, most) => Math.min(Math.max(value, 0), most);
  /** @param {number} at @param {number[]} place @param {number} sureness */
  function put(at, [x, y], sureness) {
    before.push({ at, was: pointOf(rows[at]) });
    rows[at].x.value = clamp(x, picture.width).toFixed(1);
    rows[at].y.value = clamp(y, picture.height).toFixed(1);
    isSure(at, sureness);
    draw();
  }

  /** The least sure of the taps speaks for all, unless two tappings told how sure this hand is. */
  function isSure(at, sureness) {
    sure[at] = sureness;
    if (!hand.dataset.known) form.elements.tap.value = Math.max(...sure, TAP / LOUPE).toFixed(2);
  }

  function goOn() {
    const empty = rows.findIndex((entry) => entry.must && !pointOf(entry));
    if (empty >= 0) choose(empty);
    else {
      next.textContent = "All there. Press near a point and move your finger to set it finer.";
      rows.forEach(({ row }) => row.classList.remove("is-chosen"));
      draw();
    }
    say();
  }

  const at = ({ clientX, clientY }) => {
    const box = canvas.getBoundingClientRect();
    return [clientX - box.left, clientY - box.top];
  };
  /** @type {(place: number[]) => number[]} */
  const inPicture = ([x, y]) => [(x - left) / zoom, (y - top) / zoom];
  const nearest = (place) => {
    const far = all().map((point) => (point ? Math.hypot(point[0] * zoom + left - place[0], point[1] * zoom + top - place[1]) : Infinity));
    const least = Math.min(...far);
    return least < NEAR ? far.indexOf(least) : -1;
  };
  const held = new Map();
  let drag = null;
  canvas.addEventListener("pointerdown", (event) => {
    canvas.setPointerCapture(event.pointerId);
    const place = at(event);
    held.set(event.pointerId, place);
    if (held.size > 1) {
      drag = null;
      glass(null);
      return;
    }
    const near = nearest(place);
    drag = { place, near, from: near < 0 ? null : pointOf(rows[near]), moved: false };
  });
  canvas.addEventListener("pointermove", (event) => {
    if (!held.has(event.pointerId)) return;
    const [place, was] = [at(event), held.get(event.pointerId)];
    held.set(event.pointerId, place);
    if (held.size === 2) {
      const [other] = [...held].filter(([id]) => id !== event.pointerId).map(([, spot]) => spot);
      const larger = Math.hypot(place[0] - other[0], place[1] - other[1]) / Math.max(1, Math.hypot(was[0] - other[0], was[1] - other[1]));
      enlarge(larger, [(place[0] + other[0]) / 2, (place[1] + other[1]) / 2]);
      return;
    }
    if (!drag) return;
    const [right, down] = [place[0] - drag.place[0], place[1] - drag.place[1]];
    if (!drag.moved && Math.hypot(right, down) > 4) {
      drag.moved = true;
      if (drag.near >= 0) choose(drag.near);
    }
    if (drag.near >= 0 && drag.moved) {
      // Under the loupe a point goes as fast as what is seen in it.
      const slow = 1 / Math.max(zoom, LOUPE);
      const point = [drag.from[0] + right * slow, drag.from[1] + down * slow];
      rows[drag.near].x.value = clamp(point[0], picture.width).toFixed(1);
      rows[drag.near].y.value = clamp(point[1], picture.height).toFixed(1);
      glass(point);
      draw();
    } else if (drag.near < 0 && drag.moved) {
      [left, top] = [left + place[0] - was[0], top + place[1] - was[1]];
      draw();
    }
  });
  const ended = (event) => {
    const place = held.get(event.pointerId);
    held.delete(event.pointerId);
    glass(null);
    if (!drag || !place) return;
    const { near, moved, from } = drag;
    drag = null;
    if (event.type === "pointercancel") return;
    if (near >= 0 && moved) {
      before.push({ at: near, was: from });
      isSure(near, TAP / Math.max(zoom, LOUPE));
      say();
    } else if (!moved && (near < 0 || !pointOf(rows[chosen]))) {
      put(chosen, inPicture(place), TAP / zoom);
      goOn();
    } else if (!moved) choose(near);
  };
  for (const type of ["pointerup", "pointercancel"]) canvas.addEventListener(type, ended);
  canvas.addEventListener("wheel", (event) => {
    event.preventDefault();
    enlarge(event.deltaY < 0 ? 1.2 : 1 / 1.2, at(event));
  }, { passive: false });

  /** @param {number} by @param {number[]} place */
  function enlarge(by, [x, y]) {
    const to = Math.min(8, Math.max(zoom * by, 0.05));
    [left, top, zoom] = [x - ((x - left) * to) / zoom, y - ((y - top) * to) / zoom, to];
    draw();
  }

  const steps = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
  canvas.addEventListener("keydown", (event) => {
    if (!picture) return;
    const step = steps[event.key];
    if (step) {
      event.preventDefault();
      const by = event.shiftKey ? 10 : 1;
      const now = pointOf(rows[chosen]) ?? [picture.width / 2, picture.height / 2];
      const to = [now[0] + step[0] * by, now[1] + step[1] * by];
      put(chosen, to, TAP / LOUPE);
      glass(to);
      say();
    } else if (event.key === "Enter") {
      event.preventDefault();
      glass(null);
      goOn();
    }
  });
  canvas.addEventListener("blur", () => glass(null));

  part("undo").addEventListener("click", () => {
    const last = before.pop();
    if (!last) return;
    const entry = rows[last.at];
    [entry.x.value, entry.y.value] = last.was ? last.was.map((value) => Number(value).toFixed(1)) : ["", ""];
    choose(last.at);
    say();
  });
  const middle = () => [canvas.clientWidth / 2, canvas.clientHeight / 2];
  part("larger").addEventListener("click", () => enlarge(1.5, middle()));
  part("smaller").addEventListener("click", () => enlarge(1 / 1.5, middle()));

  // Tapped twice, the two tell how sure this hand is; their middle is surer than either.
  part("again").addEventListener("click", () => {
    const now = all();
    if (rows.some((entry, row) => entry.must && !now[row])) return;
    if (!first) {
      first = now;
      for (const entry of rows) [entry.x.value, entry.y.value] = ["", ""];
      hand.hidden = false;
      hand.textContent = "Tap the same points once more, without looking at the first.";
      part("again").textContent = "Both are done";
      choose(0);
      say();
      return;
    }
    const both = rows.map((_, row) => (first[row] && now[row] ? [first[row], now[row]] : null)).filter(Boolean);
    const squares = both.flatMap(([one, other]) => [one[0] - other[0], one[1] - other[1]]).map((way) => way * way);
    // Two of one hand differ by √2 of its own doubt; the middle of both has 1 ÷ √2 of it.
    const own = Math.sqrt(squares.reduce((sum, square) => sum + square, 0) / squares.length / 2) / Math.SQRT2;
    rows.forEach((entry, row) => {
      if (!first[row] || !now[row]) return;
      entry.x.value = ((first[row][0] + now[row][0]) / 2).toFixed(1);
      entry.y.value = ((first[row][1] + now[row][1]) / 2).toFixed(1);
    });
    first = null;
    hand.dataset.known = "yes";
    form.elements.tap.value = Math.max(own, 0.5).toFixed(2);
    hand.textContent = `Your hand is sure to ± ${(own * Math.SQRT2).toFixed(1)} pixels here.`;
    part("again").textContent = "Tap them again";
    draw();
    say();
  });

  async function take([file]) {
    if (!file) return;
    const came = await opened(file);
    trouble.hidden = Boolean(came);
    if (!came) {
      trouble.textContent = "This file cannot be read as a picture here. Take a photograph, or choose a JPEG or PNG; or write the points as numbers below.";
      return;
    }
    picture = came;
    [form.elements.width.value, form.elements.height.value] = [String(came.width), String(came.height)];
    for (const entry of rows) [entry.x.value, entry.y.value] = ["", ""];
    before.length = 0;
    first = null;
    sure.fill(0);
    form.classList.add("has-picture");
    work.hidden = false;
    fit();
    choose(0);
    canvas.scrollIntoView({ block: "nearest" });
    say();
  }
  part("picture").addEventListener("change", (event) => {
    event.stopPropagation();
    take(event.target.files);
  });
  // One that was chosen before this script came.
  take(part("picture").files);
  for (const entry of rows) for (const field of [entry.x, entry.y]) field.addEventListener("change", draw);
  window.addEventListener("resize", () => picture && fit());

  // Without a line the points are kept, and read when it is back.
  form.addEventListener("htmx:sendError", () => {
    const told = document.createElement("p");
    told.className = "hint";
    told.textContent = "No line: the number comes when it is back. Keep it, and your log has it.";
    document.querySelector("#gauge-reading")?.replaceChildren(told);
  });
  form.addEventListener("submit", () => {
    if (picture) keepPicture(form.elements.readingKey.value, picture);
  }, true);
}
