/**
 * A reading that can hardly be of this top waits to be answered for before anything moves on: it is read again, mended,
 * or kept as it is.
 */
import { checkVoicedReading, type QuantityKey, type ReadingQuestion, type VoicingBodies } from '@nimble/core/voicing';
import type { Estimate } from '@nimble/core/base';
import type { UnitChoice } from '@nimble/core/units';
import { useState } from 'react';
import { say } from '../../ui/speech';
import { usePreferences } from '../../ui/preferences';
import type { VoicingWrites } from '../../api/voicing';
import { PLAIN_QUESTIONS, valueWords } from '../../words/round-words';

/** One of the readings that a round is made of. */
export type Offered = { kind: 'mass'; body: VoicingBodies['mass'] } | { kind: 'flex'; body: VoicingBodies['flex'] };

export interface Doubted {
  key: QuantityKey;
  offered: Offered;
  value: number;
  question: ReadingQuestion;
}

export interface Expected {
  before: number | null;
  forecast: Estimate | null;
  model: Estimate | null;
}

interface Props {
  round: number;
  units: UnitChoice;
  writes: VoicingWrites;
  /** Something was repaired in this round: readings may be stiffer than before. */
  repaired: boolean;
  expected: (key: QuantityKey) => Expected;
  /** A reading was kept: the next one lights up. */
  onKept: () => void;
}

/**
 * What nobody shaved reads again within this (1); a top that was never read is as its wood and plan say within this.
 */
const SAME = 0.02;
const FIRST = 0.2;

export function useDoubtedReading({ round, units, writes, repaired, expected, onKept }: Props) {
  const [doubted, setDoubted] = useState<Doubted | null>(null);
  const choice = usePreferences();
  const store = ({ kind, body }: Offered) => {
    if (kind === 'mass') writes.add('mass', round, body);
    else writes.add('flex', round, body);
    setDoubted(null);
    onKept();
  };
  const offer = (offered: Offered) => {
    const reading = readingOf(offered);
    const question =
      reading && !repaired
        ? checkVoicedReading(reading.key, reading.value, sure(expected(reading.key), reading))
        : null;
    if (!reading || !question) return store(offered);
    setDoubted({ ...reading, offered, question });
    if (choice.speech)
      say(`${valueWords(reading.key, reading.value, units, choice)}? ${PLAIN_QUESTIONS[question.kind]}`);
  };
  return {
    doubted,
    offer,
    keep: () => doubted && store(doubted.offered),
    drop: () => setDoubted(null),
    /** The figure in the unit that was meant. */
    mend: () => doubted?.question.kind === 'unit' && store(mended(doubted.offered, doubted.question.factor)),
  };
}

export type DoubtedReading = ReturnType<typeof useDoubtedReading>;

function readingOf({ kind, body }: Offered): { key: QuantityKey; value: number } | null {
  if (kind === 'mass') return { key: 'mass', value: body.mass };
  if (body.load === null || body.deflection === null) return null;
  return { key: `flex:${body.place}`, value: body.deflection / body.load };
}

/** Foretold, else as it was, else as the model of wood and plan has it; with none of them nothing can be doubted. */
function sure({ before, forecast, model }: Expected, { value }: { value: number }): Estimate {
  if (forecast) return forecast;
  if (before !== null) return { value: before, sd: SAME * before };
  return model ? { value: model.value, sd: Math.max(model.sd, FIRST * model.value) } : { value, sd: value };
}

function mended(offered: Offered, factor: number): Offered {
  if (offered.kind === 'mass') return { ...offered, body: { ...offered.body, mass: offered.body.mass * factor } };
  const { deflection } = offered.body;
  return { ...offered, body: { ...offered.body, deflection: deflection === null ? null : deflection * factor } };
}
