/**
 * Air and top of a closed box as two masses on springs: the pair of lowest notes that is heard, from what each would
 * sound alone, and back. Frequencies in Hz. With top alone f_p (box open behind), air alone f_h (walls still), and the
 * air's spring on the top f_a:
 *   f_1^2 + f_2^2 = f_p^2 + f_h^2 + f_a^2,   f_1 f_2 = f_p f_h.
 * Back and sides stand still. Source: Christensen and Vistisen, J. Acoust. Soc. Am. 68 (1980) 758.
 */
import { InvalidInput } from '../base';
import { AIR } from './air-resonance';

export interface Alone {
  top: number;
  air: number;
}

export interface Pair {
  low: number;
  high: number;
}

/**
 * Area that pumps [m2] and modal mass with the largest deflection as one [kg]; volume of the box [m3].
 * @returns f_a [Hz]
 */
export function airSpring({ area, modalMass, volume }: { area: number; modalMass: number; volume: number }): number {
  return (area * AIR.speed * Math.sqrt(AIR.density / (volume * modalMass))) / (2 * Math.PI);
}

export function pairOf({ top, air }: Alone, spring: number): Pair {
  const sum = top ** 2 + air ** 2 + spring ** 2;
  const root = Math.sqrt(Math.max(0, sum ** 2 - 4 * (top * air) ** 2));
  return { low: Math.sqrt((sum - root) / 2), high: Math.sqrt((sum + root) / 2) };
}

/**
 * What each would sound alone; the higher of the two is the top's.
 * @throws InvalidInput where the pair lies too near together for such a spring
 */
export function aloneOf({ low, high }: Pair, spring: number): Alone {
  if (!(low > 0 && high > low)) throw new InvalidInput('top', high, 'must be the higher of the two notes');
  const sum = low ** 2 + high ** 2 - spring ** 2;
  const square = sum ** 2 - 4 * (low * high) ** 2;
  if (sum <= 0 || square < 0)
    throw new InvalidInput(
      'top',
      high,
      'lies too near the air note for this box: look at both notes again, and at the volume',
    );
  const top = Math.sqrt((sum + Math.sqrt(square)) / 2);
  return { top, air: (low * high) / top };
}
