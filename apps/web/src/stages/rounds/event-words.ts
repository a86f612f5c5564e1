/** What happened to a plate while it was voiced and after, in a line each. */
import {
  noteOf,
  type BracingPlan,
  type QuantityKey,
  type RepairKind,
  type SafeReduction,
  type UnitChoice,
  type VoicingEvent,
} from '@nimble/core';
import { format } from 'date-fns';
import { degreeWords, massWords, sinkWords } from '../whole-top/figure-words';
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

const KILOGRAM = 9.80665;

export function eventWords(event: VoicingEvent, plan: BracingPlan, units: UnitChoice): string {
  switch (event.kind) {
    case 'goal':
      return 'Goal set';
    case 'mass':
      return `Weighs ${massWords(event.body.mass, units)}`;
    case 'flex': {
      const { place, load, deflection, feel } = event.body;
      const name = PLACE_WORDS[place];
      if (load === null || deflection === null) return `${name}: felt ${feel} of 9`;
      return `${name}: ${sinkWords((deflection / load) * KILOGRAM, units)} for a kilogram`;
    }
    case 'shaving':
      return `Shaved ${event.body.shavings.map((one) => `${strokePlace(one.place, plan)} ${depthWords(one, units).split(',')[0]}`).join('; ')}`;
    case 'let-in':
      return `What came of ${keyWords(event.body.quantity as QuantityKey).toLowerCase()} ${event.body.counts ? 'counts' : 'is left out'}`;
    case 'reduction':
      return 'A safe reduction done';
    case 'repair':
      return `${plan.braces.find(({ id }) => id === event.body.brace)?.name ?? 'A brace'} ${REPAIR_WORDS[event.body.what]}${event.body.note && `: ${event.body.note}`}`;
    case 'park':
      return `Left to rest until ${format(new Date(event.body.until), 'EEE d MMM')}`;
    case 'second-look':
      return `Blind compare: liked ${LIKED_WORDS[event.body.liked]}`;
    case 'box':
      return `The box holds ${(event.body.volume * 1000).toFixed(1)} l of air`;
    case 'trim':
      return `${event.body.what === 'rim' ? 'Rim thinned by' : 'Hole wider all round by'} ${sinkWords(event.body.depth, units)}`;
    case 'resonances':
      return `Air ${pitchOf(event.body.air)}, top ${pitchOf(event.body.top)}`;
    case 'strung':
      return `Strings on${event.body.note && `: ${event.body.note}`}`;
    case 'settling':
      return [
        event.body.turn === null ? '' : `bridge leans ${degreeWords(event.body.turn)}`,
        event.body.belly === null ? '' : `belly ${sinkWords(event.body.belly, units)}`,
      ]
        .filter(Boolean)
        .join(', ');
    case 'outcome':
      return `How it turned out: ${event.body.words}`;
  }
}

function pitchOf(frequency: number): string {
  const { note, octave } = noteOf(frequency);
  return `${note.replace('#', '♯')}${octave} (${frequency.toFixed(0)} Hz)`;
}
