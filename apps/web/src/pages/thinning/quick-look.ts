/** A quick look at a plate in one line: three calipers or more, one after another. Pure. */
import { InvalidInput } from '@nimble/core/base';
import { checkReading, checkThickness, type Question, type Station } from '@nimble/core/survey';
import { formatThickness, inWords, parseQuantity, type UnitChoice } from '@nimble/core/units';
import type { SurveyReading } from '../../api/types';

interface Figure {
  /** [m] */
  thickness: number;
  typed: string;
}

/** Fewer places tell no lift worth the name. */
const LEAST = 3;

/**
 * @param expected what the plate should measure now [m], or null
 * @throws InvalidInput with what to type instead; then nothing is kept
 */
export function readLook(text: string, places: number, units: UnitChoice, expected: number | null): Figure[] {
  const typed = text
    .trim()
    .split(/[\s;]+/)
    .filter(Boolean);
  if (typed.length < LEAST) throw new InvalidInput('look', text, `Type ${LEAST} figures or more, a space between them`);
  if (typed.length > places) throw new InvalidInput('look', text, `There are ${places} places for a quick look`);
  const unit = units.thickness === 'in-fraction' ? 'in' : units.thickness;
  return typed.map((written) => {
    const figure = unit === 'mm' ? pointed(written) : written;
    const thickness = readOne(figure, unit);
    const doubt = checkReading({ x: 0, y: 0, value: thickness }, [], expected);
    if (doubt) throw new InvalidInput('look', text, doubtWords(thickness, doubt, units));
    return { thickness, typed: figure };
  });
}

/** Three bare digits are hundredths of a millimetre: no plate is 331 mm thick. */
const pointed = (figure: string): string => figure.replace(/^(\d)(\d\d)$/, '$1.$2');

/** @throws InvalidInput that names the figure: it stands among others */
function readOne(figure: string, unit: string): number {
  try {
    const { value } = parseQuantity('look', figure, 'length', unit);
    checkThickness('look', value);
    return value;
  } catch (failure) {
    if (!(failure instanceof InvalidInput)) throw failure;
    throw new InvalidInput('look', figure, `“${figure}” ${failure.reason}`);
  }
}

function doubtWords(value: number, { reason, expected }: Question, units: UnitChoice): string {
  const words = (thickness: number) => inWords(formatThickness(thickness, units));
  if (reason === 'slip') return `${words(value)}: did you mean ${words(expected)}?`;
  return `${words(value)} is unlike this plate, of about ${words(expected)}: read it again`;
}

export function lookReadings(places: readonly Station[], figures: readonly Figure[], person: string): SurveyReading[] {
  const at = new Date().toISOString();
  return figures.map((figure, i) => {
    const { name, x, y } = places[i]!;
    const kept = { id: crypto.randomUUID(), station: name, x, y, ...figure };
    return { ...kept, source: 'typed', kept: false, supersedes: null, person, at };
  });
}
