/** What happened to a plate while it was voiced and after, in a line each. */
import { STANDARD_GRAVITY } from '@nimble/core/units';
import { noteOf } from '@nimble/core/sound';
import type { BracingPlan } from '@nimble/core/bracing';
import type {
  QuantityKey,
  RepairKind,
  SafeReduction,
  VoicingBodies,
  VoicingEvent,
  VoicingKind,
} from '@nimble/core/voicing';
import type { UnitChoice } from '@nimble/core/units';
import { format } from 'date-fns';
import { degreeWords, massWords, sinkWords } from './figure-words';
import { depthWords, keyWords, PLACE_WORDS, strokePlace } from './round-words';

export const REDUCTION_WORDS: Record<SafeReduction['what'], string> = {
  'squeeze-out': 'Squeezed-out glue off',
  'patch-edges': 'Edges of patches thinned out',
  overhang: 'Overhang beyond the rim off',
  ends: 'Rough end cut to its taper',
  section: 'Brought to its section',
};

export const REPAIR_WORDS: Record<RepairKind, string> = {
  'glued-back': 'glued back',
  capped: 'capped',
  replaced: 'replaced',
};

export const LIKED_WORDS = { before: 'the round before', now: 'as it is now', same: 'no difference heard' } as const;

interface Context {
  plan: BracingPlan;
  units: UnitChoice;
}

type Words = { [Kind in VoicingKind]: (body: VoicingBodies[Kind], context: Context) => string };

const noted = (words: string, note: string) => (note ? `${words}: ${note}` : words);

const WORDS: Words = {
  goal: () => 'Goal set',
  mass: ({ mass }, { units }) => `Weighs ${massWords(mass, units)}`,
  flex: ({ place, load, deflection, feel }, { units }) => {
    const name = PLACE_WORDS[place];
    if (load === null || deflection === null) return `${name}: felt ${feel} of 9`;
    return `${name}: ${sinkWords((deflection / load) * STANDARD_GRAVITY, units)} for a kilogram`;
  },
  shaving: ({ shavings }, { plan, units }) =>
    `Shaved ${shavings.map((one) => `${strokePlace(one.place, plan)} ${depthWords(one, units).split(',')[0]}`).join('; ')}`,
  'let-in': ({ quantity, counts }) =>
    `What came of ${keyWords(quantity as QuantityKey).toLowerCase()} ${counts ? 'counts' : 'is left out'}`,
  reduction: () => 'A safe reduction done',
  repair: ({ brace, what, note }, { plan }) => {
    const name = plan.braces.find(({ id }) => id === brace)?.name ?? 'A brace';
    return noted(`${name} ${REPAIR_WORDS[what]}`, note);
  },
  park: ({ until }) => `Left to rest until ${format(new Date(until), 'EEE d MMM')}`,
  'second-look': ({ liked }) => `Blind compare: liked ${LIKED_WORDS[liked]}`,
  box: ({ volume }) => `The box holds ${(volume * 1000).toFixed(1)} l of air`,
  trim: ({ what, depth }, { units }) =>
    `${what === 'rim' ? 'Rim thinned by' : 'Hole wider all round by'} ${sinkWords(depth, units)}`,
  resonances: ({ air, top }) => `Air ${pitchOf(air)}, top ${pitchOf(top)}`,
  strung: ({ note }) => noted('Strings on', note),
  settling: ({ turn, belly }, { units }) => {
    const leans = turn === null ? [] : [`bridge leans ${degreeWords(turn)}`];
    return [...leans, ...(belly === null ? [] : [`belly ${sinkWords(belly, units)}`])].join(', ');
  },
  outcome: ({ words }) => `How it turned out: ${words}`,
};

export function eventWords({ kind, body }: VoicingEvent, plan: BracingPlan, units: UnitChoice): string {
  // Kind and body belong together, which the compiler does not follow through a table.
  return (WORDS[kind] as (body: unknown, context: Context) => string)(body, { plan, units });
}

function pitchOf(frequency: number): string {
  const { note, octave } = noteOf(frequency);
  return `${note.replace('#', '♯')}${octave} (${frequency.toFixed(0)} Hz)`;
}
