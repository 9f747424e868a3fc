// A note that is spoken stays as sound on the phone, its speaker's alone, until it is written out ashore and thrown away.
import { openDB } from "idb";
import { sureToGo } from "./sure.js";

const STORE = "notes";
const LONGEST = 120_000;
const MOST = 20;

const person = () => document.body.dataset.person ?? "";
const shelf = () => openDB("regatta-voice", 1, { upgrade: (db) => { db.createObjectStore(STORE, { keyPath: "id", autoIncrement: true }); } });

export async function spokenNotes() {
  const root = document.querySelector("[data-voice]");
  const list = root.querySelector("[data-voice-list]");
  const shape = list.querySelector("template").content;
  const mine = async () => (await (await shelf()).getAll(STORE)).filter((note) => note.person === person() && note.of === root.dataset.voice);

  async function draw() {
    const notes = await mine().catch(() => []);
    list.querySelectorAll("li").forEach((line) => { URL.revokeObjectURL(line.querySelector("audio").src); line.remove(); });
    for (const note of notes) {
      const line = shape.cloneNode(true).querySelector("li");
      const time = line.querySelector("time");
      time.textContent = `Spoken ${new Date(note.at).toLocaleString([], { weekday: "short", hour: "2-digit", minute: "2-digit" })}`;
      const sound = line.querySelector("audio");
      sound.src = URL.createObjectURL(note.sound);
      sound.setAttribute("aria-label", time.textContent);
      sureToGo(line.querySelector("[data-gone]"), async () => { await (await shelf()).delete(STORE, note.id); draw(); });
      list.append(line);
    }
    root.hidden = notes.length === 0 && !root.querySelector("[data-speak]");
  }

  await draw();
  const button = root.querySelector("[data-speak]");
  if (button) listen(root, button, async (sound) => {
    if ((await mine()).length >= MOST) throw new Error("full");
    const db = await shelf();
    const tx = db.transaction(STORE, "readwrite", { durability: "strict" });
    tx.store.put({ person: person(), of: root.dataset.voice, at: Date.now(), sound });
    await tx.done;
    await draw();
  });
}

/** Held, it hears; let go, it keeps. */
function listen(root, button, keep) {
  const told = root.querySelector("[data-voice-told]");
  if (!navigator.mediaDevices?.getUserMedia || !("MediaRecorder" in window)) {
    root.hidden = true;
    return;
  }
  let held = false;
  let recorder = null;
  const stop = () => {
    held = false;
    button.setAttribute("aria-pressed", "false");
    if (recorder?.state === "recording") recorder.stop();
  };
  const start = async () => {
    if (held) return;
    held = true;
    let stream;
    try {
      stream = await navigator.mediaDevices.getUserMedia({ audio: true });
    } catch {
      stop();
      told.textContent = "This phone does not let the page hear you. Allow the microphone for it, or write the note.";
      return;
    }
    const close = () => stream.getTracks().forEach((track) => track.stop());
    // Let go while the phone was asking.
    if (!held) { close(); told.textContent = "Hold it while you speak."; return; }
    const heard = [];
    recorder = new MediaRecorder(stream);
    recorder.addEventListener("dataavailable", (event) => heard.push(event.data));
    recorder.addEventListener("stop", async () => {
      close();
      try {
        await keep(new Blob(heard, { type: recorder.mimeType }));
        told.textContent = "Kept on this phone.";
      } catch (problem) {
        told.textContent = problem.message === "full" ? `${MOST} spoken notes wait: write one out and throw it away first.` : "This phone keeps nothing more: write it instead.";
      }
    });
    recorder.start();
    setTimeout(stop, LONGEST);
    button.setAttribute("aria-pressed", "true");
    told.textContent = "Speak now …";
  };
  button.addEventListener("pointerdown", (event) => { button.setPointerCapture(event.pointerId); start(); });
  for (const end of ["pointerup", "pointercancel", "blur"]) button.addEventListener(end, stop);
  button.addEventListener("keydown", (event) => { if ([" ", "Enter"].includes(event.key) && !event.repeat) { event.preventDefault(); start(); } });
  button.addEventListener("keyup", stop);
  button.addEventListener("contextmenu", (event) => event.preventDefault());
}
