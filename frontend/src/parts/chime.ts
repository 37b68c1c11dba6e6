/** A short soft sound, where the browser allows one. */
export function chime(): void {
  try {
    const audio = new AudioContext();
    const tone = audio.createOscillator();
    const loud = audio.createGain();
    tone.frequency.value = 660;
    loud.gain.setValueAtTime(0.15, audio.currentTime);
    loud.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 1.2);
    tone.connect(loud).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + 1.2);
    tone.onended = () => void audio.close();
  } catch {
    // No sound here: the words say it.
  }
}
