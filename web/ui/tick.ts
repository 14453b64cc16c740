let audio: AudioContext | undefined;

/** A soft tick, so that the eyes can stay on the seed. Silent where the browser has no sound. */
export function tick(): void {
  try {
    audio ??= new AudioContext();
    const tone = audio.createOscillator();
    const gain = audio.createGain();
    tone.frequency.value = 880;
    gain.gain.setValueAtTime(0.04, audio.currentTime);
    gain.gain.exponentialRampToValueAtTime(0.0001, audio.currentTime + 0.04);
    tone.connect(gain).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + 0.05);
  } catch {
    // Counting goes on without a sound.
  }
}
