/** Words read out, by any voice that the browser has; silent without one, and where nobody wants it. */
import { useLocalStorage } from "@vueuse/core";

export const wanted = useLocalStorage("eyebright-voice", false, {
  writeDefaults: false,
  serializer: { read: (kept) => kept === "on", write: (on) => (on ? "on" : "off") },
});
export const canSpeak = "speechSynthesis" in window;

export function want(on: boolean): void {
  wanted.value = on;
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
