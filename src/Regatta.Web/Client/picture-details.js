// Shows readings on their pictures: those that were given, and one's own out of this phone; the one that was right laid over by its points.
import { drawPoints } from "./draw-points.js";
import { pictureOf } from "./pictures.js";

const numbers = (text) => (text ?? "").split(/[ ,]+/).filter(Boolean).map(Number);

/** @param {ImageBitmap} picture */
function show(figure, picture) {
  const [width, height] = numbers(figure.dataset.size);
  const flat = numbers(figure.dataset.showsPoints);
  const points = flat.filter((_, at) => at % 2 === 0).map((x, at) => [x, flat[2 * at + 1]]);
  const lines = (figure.dataset.lines ?? "").split(" ").filter(Boolean).map((line) => line.split("-").map(Number));
  const canvas = document.createElement("canvas");
  const room = figure.clientWidth || 320;
  const ratio = window.devicePixelRatio || 1;
  const [turn, scale, right, down] = numbers(figure.dataset.match);
  // Laid over the other it has the other's frame.
  const [wide, high] = scale ? numbers(figure.dataset.onto) : [width, height];
  const shown = room / wide;
  [canvas.width, canvas.height] = [room * ratio, high * shown * ratio];
  const pen = canvas.getContext("2d");
  pen.scale(ratio, ratio);
  pen.save();
  if (scale) {
    pen.translate(right * shown, down * shown);
    pen.rotate((turn * Math.PI) / 180);
    pen.scale(scale, scale);
  }
  pen.drawImage(picture, 0, 0, width * shown, height * shown);
  pen.restore();
  const rad = ((turn ?? 0) * Math.PI) / 180;
  const laid = ([x, y]) => (scale ? [right + scale * (x * Math.cos(rad) - y * Math.sin(rad)), down + scale * (x * Math.sin(rad) + y * Math.cos(rad))] : [x, y]);
  drawPoints(pen, points.map(laid), lines, shown);
  const image = figure.querySelector("[data-shown]");
  canvas.setAttribute("role", "img");
  canvas.setAttribute("aria-label", image?.alt ?? figure.textContent.trim());
  image?.remove();
  figure.prepend(canvas);
}

export async function pictureDetails() {
  const page = document.querySelector("[data-picture-details]");
  const [own, ...others] = page.querySelectorAll("figure[data-shows-points]");
  const kept = page.dataset.key ? await pictureOf(page.dataset.key).catch(() => null) : null;
  for (const figure of [own, ...others]) {
    const image = figure.querySelector("[data-shown]");
    if (image) {
      await image.decode().catch(() => {});
      show(figure, await createImageBitmap(image));
    } else if (kept) show(figure, await createImageBitmap(kept));
  }
  const give = page.querySelector("form[data-give]");
  if (!kept || !give) return;
  // The picture is on this phone: nobody looks for it again.
  const files = new DataTransfer();
  files.items.add(new File([kept], "picture.jpg", { type: "image/jpeg" }));
  const field = give.querySelector("input[type=file]");
  field.files = files.files;
  field.hidden = true;
}
