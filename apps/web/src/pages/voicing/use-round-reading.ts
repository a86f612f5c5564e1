/** What is read now in a round: the lit quantity, the ear for one knock, and the stand-in instruments. */
import { readIn, type FlexPlace, type NextReading, type QuantityKey, type VoicingEvent } from '@nimble/core/voicing';
import type { PlateShape } from '@nimble/core/outline';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { simulatedKnock, useKnockWrites, type KnockView } from '../../api/knocks';
import type { Build } from '../../api/types';
import { standInBend, standInWeigh, type VoicingWrites } from '../../api/voicing';
import { useDoubtedKnock } from '../../listening/use-doubted-knock';
import { useKnockListener } from '../../listening/use-knock-listener';
import { knockBefore } from '../../listening/knock-before';
import type { NowKey } from '../../words/round-words';
import { useDoubtedReading, type Expected } from './use-doubted-reading';

interface Props {
  build: Build;
  shape: PlateShape;
  round: number;
  next: readonly NextReading[];
  knocks: readonly KnockView[];
  events: readonly VoicingEvent[];
  writes: VoicingWrites;
  person: string;
  expected: (key: QuantityKey) => Expected;
  repaired: boolean;
}

export function useRoundReading({
  build,
  shape,
  round,
  next,
  knocks,
  events,
  writes,
  person,
  expected,
  repaired,
}: Props) {
  const [picked, pick] = useState<NowKey | null>(null);
  const [nothing, setNothing] = useState(false);
  const keep = useKnockWrites(build.id);
  const stop = useRef<() => void>(() => undefined);
  const doubt = useDoubtedReading({ round, units: build.units, writes, repaired, expected, onKept: () => pick(null) });
  const ofRound = knocks.filter((knock) => knock.about === 'plate' && knock.round === round && !knock.retracted);
  const open = next.filter(({ what }) => !isRead(what));
  const { knock: before, ...held } = knockBefore(knocks, events, round);
  const knockDoubt = useDoubtedKnock(held, {
    repaired,
    onKeep: ({ analysis, wav }, source) => {
      stop.current(); // one good knock is what was asked for
      keep.keep({ about: 'plate', round, person, source, analysis, place: {} }, wav);
    },
  });
  const ear = useKnockListener(
    (heard, source) => {
      const isNothing = heard.analysis.partials.length === 0;
      setNothing(isNothing);
      if (!isNothing) knockDoubt.offer(heard, source);
    },
    () => simulatedKnock(build.id, { x: shape.bounds.xMin + 0.72 * shape.length, y: 0.12 * shape.width }),
  );
  useEffect(() => {
    stop.current = ear.stop;
  });
  const hearing = ear.state === 'listening' || ear.state === 'practising';
  const first = open.find(({ what }) => what !== 'walk' && what !== 'tell')?.what as NowKey | undefined;
  // What is doubted stays lit until it is answered for.
  const key: NowKey = doubt.doubted
    ? doubt.doubted.key
    : hearing || knockDoubt.doubted
      ? 'knock'
      : (picked ?? first ?? 'mass');
  function isRead(what: NextReading['what']): boolean {
    if (what === 'walk' || what === 'tell') return false;
    return what === 'knock' ? ofRound.length > 0 : readIn(events, round, what) !== null;
  }

  /** By the ear, or by what stands in for a gauge and a balance. */
  async function take(): Promise<void> {
    try {
      if (key === 'knock') return ear.state === 'listening' ? ear.take() : void ear.listen();
      if (key === 'mass')
        doubt.offer({ kind: 'mass', body: { ...(await standInWeigh(build.id)), said: 'stand-in balance' } });
      else doubt.offer({ kind: 'flex', body: await bendOf(build.id, key) });
    } catch (failure) {
      toast.error((failure as Error).message);
    }
  }
  return { key, pick, open, ear, take, doubt, knockDoubt, heard: { now: ofRound.at(-1) ?? null, before, nothing } };
}

async function bendOf(buildId: string, key: QuantityKey) {
  const place = key.slice('flex:'.length) as FlexPlace;
  return { place, ...(await standInBend(buildId, place)), feel: null, closed: false, said: 'stand-in gauge' };
}
