// The platform's own voice, where a sailor asks for it: the hands are wet, and the phone lies in a bag. Asked once, it stays for the tab.
const ASKED = "read-aloud";
const voice = window.speechSynthesis;

export const isAloud = () => Boolean(voice) && sessionStorage.getItem(ASKED) === "yes";

export function say(words) {
  if (!isAloud()) return;
  voice.cancel();
  // The phone's own, for some send what they read elsewhere, and need a line.
  const { lang } = document.documentElement;
  const own = voice.getVoices().find((one) => one.localService && one.lang.startsWith(lang)) ?? null;
  voice.speak(Object.assign(new SpeechSynthesisUtterance(words), { lang, voice: own }));
}

/** A button that switches it; what is to be read is asked for when it begins. */
export function offerSpeech(button, words) {
  if (!voice || !button) return;
  const show = () => button.setAttribute("aria-pressed", String(isAloud()));
  button.addEventListener("click", () => {
    sessionStorage.setItem(ASKED, isAloud() ? "no" : "yes");
    show();
    if (isAloud()) say(words());
    else voice.cancel();
  });
  button.hidden = false;
  show();
}
