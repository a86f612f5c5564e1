/** What is read now in a round: the lit quantity, the ear for one knock, and the stand-in instruments. */
import { readIn, type FlexPlace, type NextReading, type QuantityKey, type VoicingEvent } from '@nimble/core/voicing';
import type { PlateShape } from '@nimble/core/outline';
import type { KnockAnalysis } from '@nimble/core/sound';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { simulatedKnock, useKnockWrites, type KnockView } from '../../api/knocks';
import type { Build } from '../../api/types';
import { standInBend, standInWeigh, type VoicingWrites } from '../../api/voicing';
import { useDoubtedKnock } from '../../listening/use-doubted-knock';
import { useKnockListener, type KnockListener } from '../../listening/use-knock-listener';
import { knockBefore } from '../../listening/knock-before';
import { onsetWords, warningWords } from '../../words/knock-words';
import type { NowKey } from '../../words/round-words';
import { useDoubtedReading, type DoubtedReading, type Expected } from './use-doubted-reading';

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
  /** The leaf for it is open. */
  isOpen: boolean;
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
  isOpen,
}: Props) {
  const [picked, pick] = useState<NowKey | null>(null);
  const [nothing, setNothing] = useState<string | null>(null);
  const [taking, setTaking] = useState(false);
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
  const heardBy = useKnockListener(
    (heard, source) => {
      const isNothing = heard.analysis.partials.length === 0;
      setNothing(isNothing ? whyNothing(heard.analysis) : null);
      if (!isNothing) knockDoubt.offer(heard, source);
    },
    () => simulatedKnock(build.id, { x: shape.bounds.xMin + 0.72 * shape.length, y: 0.12 * shape.width }),
  );
  const first = open.find(({ what }) => what !== 'walk' && what !== 'tell')?.what as NowKey | undefined;
  const ear = useHandsFree(heardBy, isOpen && picked === null && first === 'knock');
  useEffect(() => {
    stop.current = heardBy.stop;
  });
  const hearing = ear.state === 'listening' || ear.state === 'practising';
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
    // A second press while it reads would keep the same place twice.
    if (taking) return;
    setTaking(key !== 'knock');
    try {
      if (key === 'knock') return ear.state === 'listening' ? ear.take() : void ear.listen();
      doubt.offer(await standInReading(build.id, key));
    } catch (failure) {
      toast.error((failure as Error).message);
    } finally {
      setTaking(false);
    }
  }
  return {
    key,
    pick,
    open,
    ear,
    take,
    taking,
    doubt,
    knockDoubt,
    heard: { now: ofRound.at(-1) ?? null, before, nothing },
  };
}

/** Why a knock told nothing. */
const whyNothing = (analysis: KnockAnalysis) =>
  [onsetWords(analysis), ...analysis.warnings.map(warningWords)].filter(Boolean).join(' ');

async function standInReading(buildId: string, key: QuantityKey): Promise<Parameters<DoubtedReading['offer']>[0]> {
  if (key === 'mass') return { kind: 'mass', body: { ...(await standInWeigh(buildId)), said: 'stand-in balance' } };
  const place = key.slice('flex:'.length) as FlexPlace;
  const bend = await standInBend(buildId, place);
  return { kind: 'flex', body: { place, ...bend, feel: null, closed: false, said: 'stand-in gauge' } };
}

/**
 * Once it listened, it listens by itself whenever a knock comes next, until it is told to stop: the hands are on the
 * plate.
 */
function useHandsFree(ear: KnockListener, isNext: boolean): KnockListener {
  const wanted = useRef(false);
  const { state, listen } = ear;
  const latest = useRef(listen);
  useEffect(() => {
    latest.current = listen;
  });
  useEffect(() => {
    if (isNext && wanted.current && state === 'off') void latest.current();
  }, [isNext, state]);
  return {
    ...ear,
    listen: () => {
      wanted.current = true;
      return listen();
    },
    stop: () => {
      wanted.current = false;
      ear.stop();
    },
  };
}
