/** Spoken prompts through the browser's own voice, for hands and eyes that are on the plate. */
export function say(text: string): void {
  if (!('speechSynthesis' in window)) return;
  speechSynthesis.cancel();
  const words = new SpeechSynthesisUtterance(text);
  words.lang = 'en';
  words.rate = 1.1;
  speechSynthesis.speak(words);
}

/** "I3" is spoken as "I, 3", so that it is not read as a word. */
export function spokenName(station: string): string {
  return station.replace(/(\d+)/, ', $1');
}
