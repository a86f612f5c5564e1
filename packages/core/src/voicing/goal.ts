/**
 * What a maker wants of one top: any of these, or none of them by name. What the strings need is always the floor. SI.
 */
import { InvalidInput, requireWithin } from '../base';
import { FLEX_PLACES, type FlexPlace } from './flex-place';
import { PLACE_WISHES, type PlaceWishes } from './place-kinds';
import type { QuantityKey } from './voicing-model';

export type ModeWish =
  { mode: number; at: 'frequency'; frequency: number } | { mode: number; at: 'ratio'; to: number; ratio: number };

export interface FlexWish {
  place: FlexPlace;
  /** [m/N] */
  compliance: number;
  /** The build it is taken from, if any. */
  from: string | null;
}

export interface BarInterval {
  low: string;
  high: string;
  /** [cents] */
  cents: number;
}

export interface VoicingGoal {
  flex: FlexWish[];
  modes: ModeWish[];
  /** At most [kg]. */
  weight: number | null;
  interval: BarInterval | null;
  /** Many clear notes and no doubles. */
  distinct: boolean;
  /** Treble and bass alike, place by place. */
  even: boolean;
  /** As long a ring as it will give. */
  ring: boolean;
  /** Left and right braces are cut alike. */
  symmetric: boolean;
  /** The plate may be thinned too, not the braces alone. */
  plate: boolean;
  /** Which places are worked first, last or never; of the others what most schools keep to. */
  places: PlaceWishes;
  /**
   * What nine of ten such tops must bear over what the strings ask of it (1), and how far strings may turn the bridge
   * [rad]; null for no limit.
   */
  reserve: number;
  turn: number | null;
  /** No brace lower [m], no plate thinner [m]. */
  leastBrace: number;
  leastPlate: number;
}

export const NO_GOAL: VoicingGoal = {
  flex: [],
  modes: [],
  weight: null,
  interval: null,
  distinct: false,
  even: false,
  ring: false,
  symmetric: true,
  plate: false,
  places: {},
  reserve: 1.1,
  turn: 0.035,
  leastBrace: 2.5e-3,
  leastPlate: 2.2e-3,
};

/** A wish as a sum of logarithms that shall come to a figure. */
export interface GoalLine {
  /** The wish that it belongs to. */
  of: 'even' | 'flex' | 'mode' | 'weight' | 'distinct' | 'ring';
  terms: { key: QuantityKey; share: 1 | -1 }[];
  /** [log] */
  target: number;
  /** As near as this is reached [log]. */
  tolerance: number;
  kind: 'at' | 'at-most';
}

/** As near as makers call it met: an eighth of a tone, a twentieth of a bend, a hundredth of the weight. */
const NEAR = { mode: (25 / 1200) * Math.LN2, flex: 0.05, mass: 0.01 };

export function goalLines({ flex, modes, weight, even }: VoicingGoal): GoalLine[] {
  return [
    ...(even
      ? [
          {
            of: 'even' as const,
            terms: [
              { key: 'flex:edge-bass' as const, share: 1 as const },
              { key: 'flex:edge-treble' as const, share: -1 as const },
            ],
            target: 0,
            tolerance: NEAR.flex,
            kind: 'at' as const,
          },
        ]
      : []),
    ...flex.map(({ place, compliance }): GoalLine => ({
      of: 'flex',
      terms: [{ key: `flex:${place}`, share: 1 }],
      target: Math.log(compliance),
      tolerance: NEAR.flex,
      kind: 'at',
    })),
    ...modes.map((wish): GoalLine =>
      wish.at === 'frequency'
        ? {
            of: 'mode',
            terms: [{ key: `mode:${wish.mode}`, share: 1 }],
            target: Math.log(wish.frequency),
            tolerance: NEAR.mode,
            kind: 'at',
          }
        : {
            of: 'mode',
            terms: [
              { key: `mode:${wish.mode}`, share: 1 },
              { key: `mode:${wish.to}`, share: -1 },
            ],
            target: Math.log(wish.ratio),
            tolerance: NEAR.mode,
            kind: 'at',
          },
    ),
    ...(weight === null
      ? []
      : [
          {
            of: 'weight' as const,
            terms: [{ key: 'mass' as const, share: 1 as const }],
            target: Math.log(weight),
            tolerance: NEAR.mass,
            kind: 'at-most' as const,
          },
        ]),
  ];
}

const MOST_MODE = 7;

/** @throws InvalidInput naming the field */
export function checkGoal(goal: VoicingGoal): void {
  goal.flex.forEach(({ place, compliance }, i) => {
    if (!FLEX_PLACES.includes(place)) throw new InvalidInput(`flex[${i}].place`, place, 'is no place to bend a top');
    requireWithin(`flex[${i}].compliance`, compliance, 1e-7, 1e-2);
    if (goal.flex.findIndex((other) => other.place === place) !== i)
      throw new InvalidInput(`flex[${i}].place`, place, 'has a goal already');
  });
  goal.modes.forEach((wish, i) => {
    requireMode(`modes[${i}].mode`, wish.mode);
    if (wish.at === 'frequency') return requireWithin(`modes[${i}].frequency`, wish.frequency, 15, 2000);
    requireMode(`modes[${i}].to`, wish.to);
    if (wish.to === wish.mode) throw new InvalidInput(`modes[${i}].to`, wish.to, 'is the mode itself');
    requireWithin(`modes[${i}].ratio`, wish.ratio, 0.05, 20);
  });
  if (goal.weight !== null) requireWithin('weight', goal.weight, 0.02, 3);
  if (goal.interval !== null) {
    requireWithin('interval.cents', goal.interval.cents, 0, 3600);
    if (goal.interval.low === goal.interval.high)
      throw new InvalidInput('interval.high', goal.interval.high, 'is the same bar');
  }
  for (const [key, wish] of Object.entries(goal.places))
    if (!PLACE_WISHES.includes(wish))
      throw new InvalidInput(`places.${key}`, wish, `must be one of ${PLACE_WISHES.join(', ')}`);
  requireWithin('reserve', goal.reserve, 0.5, 5);
  if (goal.turn !== null) requireWithin('turn', goal.turn, 0.002, 0.2);
  requireWithin('leastBrace', goal.leastBrace, 1e-3, 0.05);
  requireWithin('leastPlate', goal.leastPlate, 5e-4, 0.02);
}

function requireMode(field: string, mode: number): void {
  if (!Number.isInteger(mode) || mode < 0 || mode > MOST_MODE)
    throw new InvalidInput(field, mode, `must be one of the first ${MOST_MODE + 1} notes of the plate`);
}
