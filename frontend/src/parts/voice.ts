/** Words read out, by any voice that the browser has; silent without one, and where nobody wants it. */
import { ref } from "vue";

const KEPT = "eyebright-voice";
const stored = (): boolean => {
  try {
    return localStorage.getItem(KEPT) === "on";
  } catch {
    return false;
  }
};
export const wanted = ref(stored());
export const canSpeak = "speechSynthesis" in window;

export function want(on: boolean): void {
  wanted.value = on;
  try {
    localStorage.setItem(KEPT, on ? "on" : "off");
  } catch {
    // It holds for as long as the page is open.
  }
  if (!on && canSpeak) window.speechSynthesis.cancel();
}

/** Read it out; what was being read gives way, unless this may wait. */
export function speak(words: string, after = false): void {
  if (!wanted.value || !canSpeak || !words) return;
  try {
    if (!after) window.speechSynthesis.cancel();
    const said = new SpeechSynthesisUtterance(words);
    said.lang = "en-GB";
    said.rate = 0.95;
    window.speechSynthesis.speak(said);
  } catch {
    // No voice here: the words are shown.
  }
}
