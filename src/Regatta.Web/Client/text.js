// What the browser reads and writes as the core does: tests/shared/text-cases.json holds the two together.

/** A cell that a spreadsheet would work out as a formula gets an apostrophe before it; a number stays one. */
export const guarded = (text) => (/^[=+\-@\t\r]/.test(text) && !isNumber(text) ? `'${text}` : text);

/** A cell without the apostrophe that kept it from being a formula. */
export const unguarded = (text) => text.replace(/^'(?=[=+\-@\t\r])/, "");

/** Degrees as somebody writes them; 0 where they are none yet. */
export function degrees(text) {
  const number = Number.parseFloat(text.replace("−", "-").replace(",", "."));
  return Number.isFinite(number) ? number : 0;
}

/** Corners in metres, [forward, up]; a pair that is none yet is left out. */
export const outline = (text) =>
  text
    .replaceAll("−", "-")
    .split(/[,;\n]/)
    .map((pair) => pair.trim().split(/\s+/).map(Number))
    .filter((pair) => pair.length === 2 && pair.every(Number.isFinite));

function isNumber(text) {
  return text.trim() !== "" && Number.isFinite(Number(text));
}
