// Points over a picture, and the loupe that shows each of its pixels as two.

/** The loupe shows each pixel of the picture as so many; a finger that moves a point under it is so much slower. */
export const LOUPE = 2;

/** Draws points, by their numbers where they have no names, and lines over a picture; @param {number} scale pixels of the screen a pixel of the picture is. */
export function drawPoints(pen, points, lines, scale, chosen = -1, names = points.map((_, at) => String(at + 1))) {
  const style = getComputedStyle(document.body);
  const [act, paper] = ["--act", "--paper"].map((name) => style.getPropertyValue(name).trim());
  const put = ([x, y]) => [x * scale, y * scale];
  const stroke = (color, width) => Object.assign(pen, { strokeStyle: color || "#c33", lineWidth: width });
  for (const [from, to] of lines) {
    if (!points[from] || !points[to]) continue;
    for (const [color, width] of [[paper || "#fff", 5], [act, 2]]) {
      stroke(color, width);
      pen.beginPath();
      pen.moveTo(...put(points[from]));
      pen.lineTo(...put(points[to]));
      pen.stroke();
    }
  }
  pen.font = "600 15px sans-serif";
  points.forEach((point, at) => {
    if (!point) return;
    const [x, y] = put(point);
    const size = at === chosen ? 11 : 7;
    for (const [color, width] of [[paper || "#fff", 5], [act, 2]]) {
      stroke(color, width);
      pen.beginPath();
      pen.arc(x, y, size, 0, 2 * Math.PI);
      pen.moveTo(x - 3, y);
      pen.lineTo(x + 3, y);
      pen.moveTo(x, y - 3);
      pen.lineTo(x, y + 3);
      pen.stroke();
    }
    Object.assign(pen, { fillStyle: act || "#c33" });
    stroke(paper || "#fff", 4);
    pen.strokeText(names[at], x + 12, y - 8);
    pen.fillText(names[at], x + 12, y - 8);
  });
}

/** Shows what lies about a point; hides where there is none. */
export function magnify(loupe, picture, point) {
  loupe.hidden = !point;
  if (!point) return;
  const glass = loupe.getContext("2d");
  const half = loupe.width / 2;
  glass.clearRect(0, 0, loupe.width, loupe.height);
  glass.imageSmoothingEnabled = false;
  const [x, y] = point;
  glass.drawImage(picture, x - half / LOUPE, y - half / LOUPE, loupe.width / LOUPE, loupe.height / LOUPE, 0, 0, loupe.width, loupe.height);
  for (const [color, width] of [["#fff", 3], ["#000", 1]]) {
    Object.assign(glass, { strokeStyle: color, lineWidth: width });
    glass.beginPath();
    for (const [fromX, fromY, toX, toY] of [[half - 18, half, half - 4, half], [half + 4, half, half + 18, half], [half, half - 18, half, half - 4], [half, half + 4, half, half + 18]]) {
      glass.moveTo(fromX, fromY);
      glass.lineTo(toX, toY);
    }
    glass.stroke();
  }
}
