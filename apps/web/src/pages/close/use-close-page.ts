/**
 * The closing page's state: the box as it is closed, what its strings do, and the recordings that lie beside each
 * other.
 */
import type { VoicingBodies, VoicingKind } from '@nimble/core/voicing';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { useSurveyWrites } from '../../api/hooks';
import { isPlayed, useKnockWrites, useSounds } from '../../api/knocks';
import { useTopAsGlued, type VoicedPlate } from '../../api/voiced-plate';
import { useVoicingWrites } from '../../api/voicing';
import { usePreferences } from '../../ui/preferences';
import { useStrungFigures } from '../../compute/use-box';
import { settlingOf } from './settling-of';
import { useClosed } from './use-closed';

export const CLOSE_TABS = [
  ['box', 'Box'],
  ['strung', 'Strings'],
  ['played', 'Played'],
  ['outcome', 'Turned out'],
  ['journal', 'Journal'],
] as const;
export type CloseTab = (typeof CLOSE_TABS)[number][0];

export function useClosePage(voiced: VoicedPlate) {
  const { build, plan, events } = voiced;
  const { person } = usePreferences();
  const writes = useSurveyWrites(build.id);
  const voicing = useVoicingWrites(build.id, person);
  const keep = useKnockWrites(build.id);
  const { ground, top } = useTopAsGlued(voiced);
  const closed = useClosed(top, events);
  const { tab, set, ...asked } = useAsked();
  const recordings = useRecordings(voiced, asked);
  const isTop = build.plate === 'top';
  const strung = useStrungFigures(tab === 'strung' && isTop ? closed.top : null);
  const turns = plan.bridge.kind !== 'floating';
  const settled = useMemo(
    () => (strung.result ? settlingOf(events, { ...strung.result, turns }, build.units) : null),
    [events, strung.result, turns, build.units],
  );
  const round = Math.max(1, ...events.filter(({ retracted }) => !retracted).map((event) => event.round));
  const add = <K extends VoicingKind>(kind: K, body: VoicingBodies[K], said: string) => {
    const id = voicing.add(kind, round, body);
    toast(said, { action: { label: 'Undo', onClick: () => voicing.turn(id, true) } });
  };
  return {
    ...{ build, plan, events, writes, voicing, keep, ground, closed, isTop, strung, settled, add },
    ...{ tab, set, otherBuild: asked.other, ...recordings },
  };
}

export type ClosePageState = ReturnType<typeof useClosePage>;

/** What the address asks for. */
function useAsked() {
  const [params, setParams] = useSearchParams();
  const tab: CloseTab = CLOSE_TABS.find(([key]) => key === params.get('slip'))?.[0] ?? 'played';
  const set = (name: string, value: string) =>
    setParams((old) => (value === '' ? old.delete(name) : old.set(name, value), old), { replace: true });
  return {
    ...{ tab, set },
    recording: params.get('recording'),
    /** Build whose recordings are compared with; empty for this one. */
    other: params.get('other') ?? '',
    against: params.get('against'),
  };
}

type Asked = Pick<ReturnType<typeof useAsked>, 'recording' | 'other' | 'against'>;

/** The recording that is shown, and the one it is compared with. */
function useRecordings({ build, sounds }: VoicedPlate, { recording, other, against }: Asked) {
  const fetched = useSounds(other || build.id).data ?? [];
  const recordings = sounds.filter(isPlayed).filter(({ retracted }) => !retracted);
  const others = fetched.filter(isPlayed).filter(({ retracted }) => !retracted);
  const shown = recordings.find(({ id }) => id === recording) ?? recordings.at(-1) ?? null;
  const chosen = others.find(({ id }) => id === against && id !== shown?.id);
  return { recordings, others, shown, against: chosen ?? (other ? others.at(-1) : undefined) ?? null };
}
