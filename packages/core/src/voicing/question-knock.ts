/** A knock that can hardly be of this top: asked about like a bend, never refused. */

export type KnockQuestion =
  /** Every note where it was, though wood came off since: the same sound again, or a stroke that was never made. */
  | 'nothing-moved'
  /**
   * None of the notes is near any of the ones before: another plate, another way of holding it, or something let go.
   */
  | 'other-plate';

/** Hearing one note twice (1), and how far one round's shaving moves a note at most (1). */
const SAME = 5e-4;
const NEAR = 0.06;
const ENOUGH_NOTES = 3;
const MOST_NOTES = 6;

/**
 * @param heard notes now, strongest first [Hz] @param before of the last round that was knocked @param shaved wood came
 * off between the two
 */
export function questionKnock(
  heard: readonly number[],
  before: readonly number[],
  shaved: boolean,
): KnockQuestion | null {
  const [now, then] = [heard.slice(0, MOST_NOTES), before.slice(0, MOST_NOTES)];
  if (now.length < ENOUGH_NOTES || then.length < ENOUGH_NOTES) return null;
  const off = now.map((note) => Math.min(...then.map((other) => Math.abs(Math.log(note / other)))));
  if (shaved && off.every((log) => log < SAME)) return 'nothing-moved';
  return off.every((log) => log > NEAR) ? 'other-plate' : null;
}
