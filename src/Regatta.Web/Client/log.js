// The tiller over its tape, and the gates. The field of degrees is the truth; the drawing and the words follow it.
import Alpine from "@alpinejs/csp";
import { takeOverTheCheck } from "./guided.js";
import { degrees } from "./text.js";

const PER_DEGREE = 6;
const MOST = 15;

function tiller() {
  return {
    held: false,
    init() {
      this.field = this.$root.querySelector("input.form-control");
      this.field.addEventListener("input", () => this.draw(this.degrees()));
    },
    degrees() {
      return degrees(this.field.value);
    },
    grab(event) {
      this.held = true;
      event.currentTarget.setPointerCapture(event.pointerId);
      this.follow(event);
    },
    drag(event) {
      if (this.held) this.follow(event);
    },
    release() {
      this.held = false;
    },
    follow(event) {
      const svg = this.$root.querySelector("svg");
      const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
      this.set(((at.x - 120) / PER_DEGREE) * Number(this.$root.dataset.windward));
    },
    nudge(event) {
      const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
      if (!way) return;
      event.preventDefault();
      this.set(this.degrees() + way * 0.5);
    },
    pick(event) {
      this.set(Number(event.target.dataset.degrees), event.target);
    },
    set(degrees, word) {
      const half = Math.round(Math.max(-MOST, Math.min(MOST, degrees)) * 2) / 2;
      this.field.value = String(half);
      for (const radio of this.$root.querySelectorAll("input[type=radio]")) radio.checked = radio === word;
      this.draw(half);
    },
    clear() {
      this.field.value = "";
      this.draw(0);
    },
    said(degrees) {
      const board = this.$root.dataset.kind === "sailboard";
      if (degrees === 0) return board ? "equal pull" : "no helm";
      return board ? `${Math.abs(degrees)} of ${degrees > 0 ? "back" : "front"}-hand pull` : `${Math.abs(degrees)}° of ${degrees > 0 ? "weather" : "lee"} helm`;
    },
    draw(degrees) {
      const x = 120 + Number(this.$root.dataset.windward) * PER_DEGREE * Math.max(-MOST, Math.min(MOST, degrees));
      this.$root.querySelector(".tiller").setAttribute("x2", x);
      this.$root.querySelector(".grip").setAttribute("cx", x);
      const svg = this.$root.querySelector("svg");
      svg.setAttribute("aria-valuenow", degrees);
      svg.setAttribute("aria-valuetext", this.said(degrees));
    },
  };
}

function gates() {
  return {
    all: false,
    init() {
      this.look();
    },
    boxes() {
      return [...this.$root.querySelectorAll("input[type=checkbox]")];
    },
    look() {
      this.all = this.boxes().every((gate) => gate.checked);
    },
    holdAll() {
      const hold = !this.all;
      for (const gate of this.boxes()) gate.checked = hold;
      this.look();
    },
  };
}

/** What a wet sleeve chose is taken back by a second tap. */
function takeBack() {
  const radios = [...document.querySelectorAll(".log-form .word-row input[type=radio], .log-form .questions input[type=radio]")];
  for (const radio of radios) radio.dataset.chosen = String(radio.checked);
  document.addEventListener("click", (event) => {
    const target = radios.find((radio) => radio === event.target);
    if (!target) return;
    const again = target.dataset.chosen === "true";
    for (const radio of radios.filter((other) => other.name === target.name)) radio.dataset.chosen = String(radio === target && !again);
    if (!again) return;
    target.checked = false;
    target.dispatchEvent(new CustomEvent("cleared", { bubbles: true }));
  });
}

/** Where there is room nothing is folded; a phone's first screen has what is asked first. */
function unfold() {
  if (!window.matchMedia("(min-width: 40rem)").matches) return;
  for (const folded of document.querySelectorAll("details[data-unfolds]")) folded.open = true;
}

export function start() {
  const form = document.querySelector("form.log-form");
  if (form) takeOverTheCheck(form);
  unfold();
  takeBack();
  Alpine.data("tiller", tiller);
  Alpine.data("gates", gates);
  Alpine.start();
}
