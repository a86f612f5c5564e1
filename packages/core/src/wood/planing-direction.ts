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

/** A stroke toward an end, or a scraper where the fibres rise both ways. */
export type Stroke = End | 'scrape';

/** What the maker found in one part of the plate, on one face; it overrules what the half says there. */
export interface LocalStroke {
  /** The part as the plan names it. */
  place: string;
  face: Face;
  stroke: Stroke;
  /** Where it was found, for a mark on the plate [m]. */
  x: number;
  y: number;
}

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

/** The newest word on a part. What was found on the other face runs the other way here; scraped is scraped on both. */
export function localStroke(found: readonly LocalStroke[], place: string, face: Face): Stroke | null {
  const here = found.filter((one) => one.place === place);
  const own = here.findLast((one) => one.face === face);
  if (own) return own.stroke;
  const other = here.at(-1)?.stroke ?? null;
  return other === 'scrape' ? other : opposite(other);
}

/** How one part of the plate is planed: by what was found there, else as its half is. Null: either way, or not known. */
export function strokeAt(
  advice: PlaningAdvice,
  found: readonly LocalStroke[],
  { place, side, face }: { place: string; side: Half | 'both'; face: Face },
): Stroke | Record<Half, End | null> | null {
  const local = localStroke(found, place, face);
  if (local) return local;
  if (side !== 'both') return advice.stroke[side];
  const { bass, treble } = advice.stroke;
  return bass === treble ? bass : advice.stroke;
}
