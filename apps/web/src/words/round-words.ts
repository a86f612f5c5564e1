/** Quantities, places and verdicts of a voicing in a maker's words. */
import {
  CENTS,
  STANDARD_GRAVITY,
  formatMassRemoved,
  formatThickness,
  inWords,
  type UnitChoice,
} from '@nimble/core/units';
import { halfInterval, type Estimate } from '@nimble/core/base';
import type { Brace, BracingPlan } from '@nimble/core/bracing';
import type {
  FlexPlace,
  GoalLine,
  Besides,
  GoalLimit,
  RoundsLeft,
  GoalStanding,
  NextReading,
  QuantityKey,
  ReadingQuestion,
  ShavedPlace,
  Shaving,
  StopRule,
  Verdict,
  WantedReading,
} from '@nimble/core/voicing';
import type { Preferences } from '../ui/preferences';
import { shortPitch } from './pitch-words';
import { massWords, sinkWords } from './figure-words';
import { TOP_PART_WORDS } from './explore-words';

/** What the slip can take in now. */
export type NowKey = QuantityKey | 'knock';

export const PLACE_WORDS: Record<FlexPlace, string> = {
  along: 'Bend along',
  across: 'Bend across',
  'edge-bass': 'Bass edge',
  'edge-treble': 'Treble edge',
  'edge-tail': 'Tail edge',
  bridge: 'At the bridge',
};

export const PLACE_HINTS: Record<FlexPlace, string> = {
  along: 'On bars under both ends of the centre line, weight where the bridge stands.',
  across: 'On bars under both sides of the lower bout, weight where the bridge stands.',
  'edge-bass': 'Middle held down at the bridge line, a bar a little beyond half way to the edge, weight at the edge.',
  'edge-treble': 'Middle held down at the bridge line, a bar a little beyond half way to the edge, weight at the edge.',
  'edge-tail': 'Held down at the bridge, a bar half way to the tail, weight at the tail.',
  bridge: 'On the closed box, weight where the bridge stands.',
};

export function keyWords(key: QuantityKey): string {
  if (key === 'mass') return 'Weight';
  if (key === 'ring') return 'Ring';
  if (key.startsWith('flex:')) return PLACE_WORDS[key.slice(5) as FlexPlace];
  return `Note ${Number(key.slice(5)) + 1} of the plate`;
}

export const WANTED_WORDS = (what: WantedReading): string =>
  what === 'walk'
    ? 'Walk round with knocks'
    : what === 'knock'
      ? 'One good knock'
      : what === 'tell'
        ? 'One more knock'
        : keyWords(what);

export const WHY_WORDS: Record<NextReading['why'], string> = {
  first: 'never read on this top',
  changed: 'the last shaving moved it',
  goal: 'a goal rests on it',
  unsure: 'a note may be either of two',
};

/** Bends are said as what a kilogram does. */

export function valueWords(key: string, value: number, units: UnitChoice, choice: Preferences): string {
  if (key === 'mass') return massWords(value, units);
  if (key === 'ring') return `${value.toFixed(2)} s`;
  if (key.startsWith('flex')) return sinkWords(value * STANDARD_GRAVITY, units);
  return choice.pitch === 'note' ? `${shortPitch(value, choice)} (${value.toFixed(1)} Hz)` : `${value.toFixed(1)} Hz`;
}

/** "0.460 ± 0.020 mm", kept on one line. */
export function estimateWords(key: string, estimate: Estimate, units: UnitChoice, choice: Preferences): string {
  const half = halfInterval(estimate);
  if (key.startsWith('mode')) return `${estimate.value.toFixed(1)} ± ${half.toFixed(1)} Hz`.replaceAll(' ', '\u00a0');
  const value = valueWords(key, estimate.value, units, choice);
  return `${value.split(' ')[0]} ± ${valueWords(key, half, units, choice)}`.replaceAll(' ', '\u00a0');
}

const THIRDS = 1 / 3;

/** "X bass leg, tail end": which stretch of the brace, said from the neck. */
export function strokePlace(place: ShavedPlace, { braces }: Pick<BracingPlan, 'braces'>): string {
  if (place.kind === 'plate') return `plate, ${TOP_PART_WORDS[place.part].toLowerCase()}`;
  const brace = braces.find(({ id }) => id === place.id);
  return brace ? `${brace.name}, ${stretchWords(brace, place.from, place.to)}` : 'a brace that is gone';
}

function stretchWords({ length, from: a, to: b }: Brace, from: number, to: number): string {
  if (to - from > 1.5 * THIRDS * length) return 'all along';
  const middle = (from + to) / 2 / length;
  if (Math.abs(middle - 0.5) < THIRDS / 2) return 'middle third';
  const across = Math.abs(b[1] - a[1]) > Math.abs(b[0] - a[0]) * 3;
  const first = middle < 0.5;
  if (across)
    return (first ? a[1] : b[1]) > 0
      ? 'its end in the upper half of the drawing'
      : 'its end in the lower half of the drawing';
  return first === a[0] < b[0] ? 'neck-side third' : 'tail-side third';
}

/** A light stroke of a finger plane or a scraper takes so much [m]. */
export const STROKE = { brace: 5e-5, plate: 2e-5 } as const;

/** A full stroke of a finger plane, where much comes off [m]. */
const FULL_STROKE = 1e-4;
const MANY_LIGHT = 15;

/** "0.30 mm, about 6 light strokes"; deep cuts are made with full ones. */
export function depthWords({ place, depth }: Shaving, units: UnitChoice): string {
  const light = Math.max(1, Math.round(depth / STROKE[place.kind]));
  const isDeep = place.kind === 'brace' && light > MANY_LIGHT;
  const count = isDeep ? Math.round(depth / FULL_STROKE) : light;
  return `${inWords(formatThickness(depth, units))}, about ${count} ${isDeep ? 'full' : 'light'} ${count === 1 ? 'stroke' : 'strokes'}`;
}

/** Strokes of one depth at several places, said once. */
export function groupedStrokes(shavings: readonly Shaving[]): { depth: number; shavings: Shaving[] }[] {
  const groups = new Map<string, Shaving[]>();
  for (const shaving of shavings) {
    const key = shaving.depth.toFixed(6);
    groups.set(key, [...(groups.get(key) ?? []), shaving]);
  }
  return [...groups.values()].map((group) => ({ depth: group[0]!.depth, shavings: group }));
}

export const removedWords = (kg: number, units: UnitChoice) => inWords(formatMassRemoved(kg, units));

export function goalWords({ line, miss, state }: GoalStanding): string {
  if (line.of === 'ring') return state === 'met' ? 'grown as wished' : 'as long as it will';
  const off = line.terms[0]!.key.startsWith('mode')
    ? `${Math.abs(CENTS * miss).toFixed(0)} cents`
    : `${Math.abs(100 * (Math.exp(miss) - 1)).toFixed(1)} %`;
  if (state === 'met') return 'reached';
  if (line.of === 'distinct') return `${off} too near${state === 'perhaps' ? ', within doubt' : ''}`;
  return `${off} ${miss > 0 ? 'over' : 'under'}${state === 'perhaps' ? ', within doubt' : state === 'past' ? ', past it' : ''}`;
}

/** How far it is carried at all, and what else would; or how many rounds it is likely to take. */
export function reachWords(
  { limit, rounds }: { limit: GoalLimit | null; rounds: RoundsLeft | null },
  { line }: Pick<GoalStanding, 'line'>,
  units: UnitChoice,
  choice: Preferences,
): string {
  if (limit && !limit.enough) {
    const most = limit.value === null ? 'part of the way' : valueWords(line.terms[0]!.key, limit.value, units, choice);
    const end =
      limit.by === 'strings' ? 'more, and the strings would have too little' : 'with every brace at its least';
    const besides = limit.besides ? `. ${BESIDES_WORDS[limit.besides]}` : '';
    return `can’t be reached: at most ${most}, ${end}${besides}`;
  }
  if (!rounds || line.terms.length > 1) return '';
  const { least, about, most } = rounds;
  if (most >= MANY_ROUNDS) return 'more rounds than anyone makes, at this pace';
  const words = about === 1 ? '1 round' : `${about} rounds`;
  return least === most ? `about ${words} at this pace` : `about ${words} at this pace (${least} to ${most})`;
}

const MANY_ROUNDS = 12;
const BESIDES_WORDS: Record<Besides, string> = {
  plate: 'A thinner plate would: allow it under Goal',
  'left-alone': 'What you leave alone would: look under Goal',
  'other-braces': 'It takes other braces, or another goal',
};

/** How far each goal is off before and after, in its own measure. */
export function gainWords(before: GoalStanding | null, after: GoalStanding | null): string {
  if (!before || !after) return 'not known';
  if (after.state === 'met') return before.state === 'met' ? 'stays reached' : `${goalWords(before)}, then reached`;
  return `${goalWords(before)}, then ${goalWords(after)}`;
}

export function lineWords({ of, terms }: Pick<GoalLine, 'of' | 'terms'>): string {
  if (of !== 'distinct') return terms.map(({ key }) => keyWords(key)).join(' over ');
  const [low, high] = terms.map(({ key }) => Number(key.slice('mode:'.length)) + 1).sort((a, b) => a - b);
  return `Notes ${low} and ${high} apart`;
}

/** "0.67 mm", "196.0 Hz", "1.50 ×", "at most 172 g". */
export function targetWords({ terms, target, kind }: GoalLine, units: UnitChoice, choice: Preferences): string {
  const value = Math.exp(target);
  if (terms.length > 1) return `${value.toFixed(2)} ×`;
  const words = valueWords(terms[0]!.key, value, units, {
    ...choice,
    pitch: choice.pitch === 'note' ? 'hertz' : choice.pitch,
  });
  return kind === 'at-most' ? `at most ${words}` : words;
}

export const RULE_WORDS: Record<StopRule, string> = {
  'goals-met': 'All that you wished for is reached, as far as it can be read.',
  reserve: 'What would still help takes more than the strings leave. Stop here.',
  doubt: 'Any further shaving would do less than can be known of it. Stop here, or measure again more finely.',
  ring: 'It rings as long as it will, or rang longer before the last shavings. Stop here.',
  'nothing-helps': 'No shaving under your limits brings it nearer. Stop, or change the goal or the limits.',
  'least-heights': 'Braces and plate are as low as your limits let them be. Stop, or change the limits.',
  'left-alone': 'What would still help lies where you leave the wood alone. Stop, or allow it under Goal.',
  'by-ear': 'No goal has a name: shave by ear, and each shaving’s forecast is kept all the same.',
  'too-light':
    'By estimate this top bears less than your limit already. Take nothing more off; ask someone who has strung such tops.',
  'bad-fit':
    'What was read does not belong to one top: a slip, another plate, a loose joint, or a plan that is not what was glued. Read the odd one again, under Look; until then nothing is advised.',
};

export const SAY_WORDS: Record<Verdict['say'], string> = {
  'go-on': 'Go on',
  nearly: 'Nearly there',
  stop: 'Stop here',
  'look-again': 'Look again',
};

/** What is asked about a reading that can hardly be. */
export const PLAIN_QUESTIONS: Record<ReadingQuestion['kind'], string> = {
  unit: 'This is off by as much as a decimal place or another unit would be. Was it typed as you meant it?',
  heavier:
    'It weighs more than before though wood came off. Damp air does that: let plate and scale stand in the shop, or tell what was glued on.',
  'other-way':
    'It is stiffer than it was. Another jig, another plate, or something glued on? If it was repaired, say so under Record.',
  broken: 'It is far softer than expected. Look for a brace or a joint that let go before you take anything off.',
  far: 'This is far from what was expected. Read it once more.',
};
