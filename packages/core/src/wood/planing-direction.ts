/**
 * Which way to plane so that the fibres are laid down and not lifted. Fibres that rise to the surface toward the tail
 * are planed toward the tail. The other face of the same half runs the other way; the other half of a book-matched set
 * as well.
 */
export type End = 'neck' | 'tail';
export type Half = 'bass' | 'treble';
export type Face = 'outer' | 'inner';

/** Toward which end the fibres rise to the outer face, half by half; null where it was not looked for. */
export type FibreRise = Record<Half, End | null>;

export interface PlaningAdvice {
  /** Direction of the stroke, half by half; null where nothing is known. */
  stroke: Record<Half, End | null>;
  caution: string | null;
}

const opposite = (end: End | null): End | null => (end === null ? null : end === 'neck' ? 'tail' : 'neck');

/** Below this slope the plane hardly minds [rad]. */
const HARDLY = 0.009;
const TROUBLED = /curl|flame|fiddle|quilt|bear ?claw|interlock|wild|burl|knot|figure/i;

/** Opened like a book, one half lies turned over: its fibres rise the other way. */
export function bookMatched(bass: End | null): FibreRise {
  return { bass, treble: opposite(bass) };
}

/**
 * @param runout slope of the grain, null where nobody looked [rad] @param figure what the maker wrote of it
 * @param remembered strokes that the maker found to be right on this face, which overrule
 */
export function planingAdvice(
  wood: { rise: FibreRise; runout: number | null; figure: string },
  face: Face,
  remembered: Partial<Record<Half, End | null>> = {},
): PlaningAdvice {
  const of = (half: Half) =>
    remembered[half] ??
    ((wood.runout ?? 0) < HARDLY ? null : face === 'outer' ? wood.rise[half] : opposite(wood.rise[half]));
  return {
    stroke: { bass: of('bass'), treble: of('treble') },
    caution: TROUBLED.test(wood.figure)
      ? 'Figured or interlocked: fibres rise both ways. Fine set, keen iron, or a scraper; try a corner first.'
      : null,
  };
}
