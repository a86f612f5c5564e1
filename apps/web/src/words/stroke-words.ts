/** Which way to plane, in words. Pure. */
import type { strokeAt, Stroke } from '@nimble/core/wood';

const STROKES: Record<Stroke, string> = {
  neck: 'toward the neck',
  tail: 'toward the tail',
  scrape: 'scrape: it rises both ways',
};

export const strokeWords = (stroke: Stroke): string => STROKES[stroke];

/** Of a part of the plate, or of all of it; null where nothing is known. */
export function planedWords(stroke: ReturnType<typeof strokeAt>): string | null {
  if (stroke === null) return null;
  if (typeof stroke === 'string') return strokeWords(stroke);
  const halves = (['treble', 'bass'] as const).flatMap((half) => {
    const end = stroke[half];
    return end ? [`${half} half ${strokeWords(end)}`] : [];
  });
  return halves.length > 0 ? halves.join(', ') : null;
}
