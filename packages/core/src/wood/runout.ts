/**
 * Runout, the slope of the fibres out of a surface, as makers write it down: an angle, one in so many, or a rise over a
 * length of the board.
 */
import { InvalidInput } from '../base';
import { DEGREE, parseQuantity } from '../units';

/** Steeper than this is no board that anyone would keep [rad]. */
const STEEPEST = 45 * DEGREE;
const EXAMPLE = 'type 2°, 1 in 28, or 5 mm over 140';

/** "2", "2.5°", "2,5 deg". */
const ANGLE = /^\d*[.,]?\d+\s*(°|deg|degrees?)?$/i;
/**
 * Between what it rises and over what, plainest first: the word "in" only where a figure follows, since it is an inch as
 * well; a stroke last, since it is in fractions.
 */
const OVER = [/\s+(?:over|on|per)\s+/i, /\s+in\s+(?=\d)/i, /\s*:\s*/, /\s*\/\s*/];

/**
 * @returns the slope [rad], or null where nothing was typed: then nobody has looked
 * @throws InvalidInput for what is no slope
 */
export function parseRunout(field: string, text: string): number | null {
  const typed = text.trim();
  if (typed === '') return null;
  const slope = ANGLE.test(typed) ? Number.parseFloat(typed.replace(',', '.')) * DEGREE : riseOver(field, typed);
  if (!Number.isFinite(slope)) throw new InvalidInput(field, text, `can't be read as a slope: ${EXAMPLE}`);
  if (slope > STEEPEST) throw new InvalidInput(field, text, 'is over 45°: which way round were the two figures?');
  return slope;
}

function riseOver(field: string, typed: string): number {
  const over = OVER.find((one) => one.test(typed));
  const [rise, run] = over ? typed.split(over) : [];
  if (rise === undefined || run === undefined) return NaN;
  // A unit written once is of both; two bare figures are of any.
  const unit = unitIn(rise) ?? unitIn(run) ?? 'mm';
  const length = (text: string) => parseQuantity(field, text, 'length', unit).value;
  return Math.atan2(length(rise), length(run));
}

const unitIn = (text: string) => /(mm|cm|thou|in|")\s*$/i.exec(text)?.[1]?.toLowerCase().replace('"', 'in') ?? null;

/** "2.0°, 1 in 28". */
export function runoutInWords(slope: number): string {
  const degrees = `${(slope / DEGREE).toFixed(1)}°`;
  return slope > 0 ? `${degrees}, 1 in ${Math.round(1 / Math.tan(slope))}` : degrees;
}
