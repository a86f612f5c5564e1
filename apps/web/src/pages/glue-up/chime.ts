/** Two notes that carry through a shop; silent where the browser has no sound. */
export function chime(): void {
  if (typeof AudioContext === 'undefined') return;
  const context = new AudioContext();
  const start = context.currentTime;
  [659, 880].forEach((frequency, i) => {
    const tone = context.createOscillator();
    const level = context.createGain();
    const at = start + 0.28 * i;
    tone.frequency.value = frequency;
    level.gain.setValueAtTime(0, at);
    level.gain.linearRampToValueAtTime(0.4, at + 0.02);
    level.gain.exponentialRampToValueAtTime(0.001, at + 0.9);
    tone.connect(level).connect(context.destination);
    tone.start(at);
    tone.stop(at + 1);
  });
  setTimeout(() => void context.close(), 2500);
}
