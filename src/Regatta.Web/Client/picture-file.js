// A picture's file as it is measured: upright, and no larger than a phone holds well.

/** Nothing larger is held, in pixels of the longer side. */
const LARGEST = 4096;

/** Reads a picture's file, upright and no larger than is held; null where it is none. */
export async function opened(file) {
  if (!/^image\//.test(file.type) || file.type === "image/svg+xml") return null;
  try {
    const whole = await createImageBitmap(file, { imageOrientation: "from-image" });
    const shrink = Math.min(1, LARGEST / Math.max(whole.width, whole.height));
    const size = { resizeWidth: Math.round(whole.width * shrink), resizeHeight: Math.round(whole.height * shrink) };
    return shrink === 1 ? whole : await createImageBitmap(whole, { ...size, resizeQuality: "high" });
  } catch {
    return null;
  }
}
