// Pictures stay on the phone: the last few, each under the key of its reading, shown to their owner alone.
import { openDB } from "idb";

const STORE = "pictures";
/** So many are kept; the oldest go. */
const MOST = 12;
/** They are kept no larger than they are looked at, in pixels of the longer side. */
const LARGEST = 1600;

const person = () => document.body.dataset.person ?? "";
const album = () =>
  openDB("regatta-pictures", 1, {
    upgrade(db) {
      db.createObjectStore(STORE, { keyPath: "key" });
    },
  });

/** @param {ImageBitmap} picture */
export async function keepPicture(key, picture) {
  const scale = Math.min(1, LARGEST / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
  canvas.getContext("2d").drawImage(picture, 0, 0, canvas.width, canvas.height);
  const jpeg = await new Promise((made) => canvas.toBlob(made, "image/jpeg", 0.85));
  if (!jpeg) return;
  const db = await album();
  await db.put(STORE, { key, person: person(), at: Date.now(), jpeg });
  const all = (await db.getAll(STORE)).sort((one, other) => other.at - one.at);
  for (const old of all.slice(MOST)) await db.delete(STORE, old.key);
}

/** What somebody else took on this phone goes as soon as they are not signed in any more. */
export async function forgetOthers() {
  const db = await album();
  for (const entry of await db.getAll(STORE)) if (entry.person !== person()) await db.delete(STORE, entry.key);
}

/** One's own picture of a reading, where this phone has it. */
export async function pictureOf(key) {
  const entry = await (await album()).get(STORE, key);
  return entry?.person === person() ? entry.jpeg : null;
}
