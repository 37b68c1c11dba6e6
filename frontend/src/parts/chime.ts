/**
 * Sounds that are told apart with the eyes shut, and carry over running water: high, with an edge, in patterns.
 * Where the browser allows none, the words say it.
 */
export type Tone = "press" | "due" | "soon" | "over" | "help";

/** Notes as [from s, lasts s, Hz]. */
const TONES: Record<Tone, readonly (readonly [number, number, number])[]> = {
  press: [[0, 0.08, 1200]],
  soon: [
    [0, 0.18, 1000],
    [0.3, 0.18, 1000],
  ],
  due: [
    [0, 0.22, 990],
    [0.26, 0.22, 1320],
    [0.52, 0.5, 1760],
  ],
  over: [
    [0, 0.14, 2100],
    [0.2, 0.14, 1500],
    [0.4, 0.14, 2100],
    [0.6, 0.14, 1500],
    [0.8, 0.14, 2100],
  ],
  help: [
    [0, 0.5, 700],
    [0.55, 0.5, 700],
  ],
};
const LOUD: Record<Tone, number> = { press: 0.05, soon: 0.2, due: 0.25, over: 0.35, help: 0.25 };

let audio: AudioContext | undefined;

export function chime(tone: Tone = "due"): void {
  try {
    audio ??= new AudioContext();
    void audio.resume();
    const now = audio.currentTime;
    for (const [from, lasts, pitch] of TONES[tone]) {
      const note = audio.createOscillator();
      const loud = audio.createGain();
      note.type = "square";
      note.frequency.value = pitch;
      loud.gain.setValueAtTime(LOUD[tone], now + from);
      loud.gain.exponentialRampToValueAtTime(0.001, now + from + lasts);
      note.connect(loud).connect(audio.destination);
      note.start(now + from);
      note.stop(now + from + lasts);
    }
  } catch {
    // No sound here: the words say it.
  }
}
