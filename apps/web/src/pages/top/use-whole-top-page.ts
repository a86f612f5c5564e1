/**
 * The whole top's page state: what its address says, the model of the top as it stands, and what is tried, kept and
 * touched on it.
 */
import { averageByStation } from '@nimble/core/survey';
import { changedPlan, plateKnown, TOP_HOLDS, topOfBuild, type KeptFigures, type TopHold } from '@nimble/core/top';
import { closedSince, shavedTop } from '@nimble/core/voicing';
import type { BracingPlan } from '@nimble/core/bracing';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { useVariants, useVariantWrites } from '../../api/variants';
import { useKnocks, type VoicedPlate } from '../../api/voiced-plate';
import { useBracing, useGround } from '../../api/use-bracing';
import type { TopFigures } from '../../compute/top-computer';
import type { PassHere, TopView } from '../../plate/pictures';
import { useWholeTop, type WholeTop } from '../../compute/use-whole-top';
import { notesHeard } from './notes-heard';
import { readWish } from './ShaveSlip';
import { useExplore } from './use-explore';
import { useReady, useRim, useTopPicture } from './use-top-answers';
import { useTrial } from './use-trial';
import { LOAD_VIEWS, TOP_TABS, type LoadView, type TopTab } from './whole-top-tabs';

/** Until the top is solved. */
const USUAL_MODES = 8;

export function useWholeTopPage(plate: VoicedPlate) {
  const { build, plan: drawn, sounds, events } = plate;
  const knocks = useKnocks(sounds);
  const { set, ...asked } = useAsked();
  const { tab, hold, load } = asked;
  const ground = useGround(build);
  const { known, stands, isShaved } = useTopAsItStands(plate, ground);
  const kept = stands.plan;
  const request = useMemo(() => ({ hold, plan: stands }), [hold, stands]);
  const { top, stop, again } = useWholeTop(request);
  const figures = top.state === 'open' ? top.figures : null;
  const count = figures?.modes.length ?? USUAL_MODES;
  const mode = Math.min(count - 1, asked.mode);
  const wish = readWish(asked.wish, count);
  const shown = useTopPicture(top, viewOf({ tab, load, mode, wish, hasLoads: Boolean(figures?.weight) }));
  const rim = useRim(top, tab === 'load' && load === 'rim');
  const touched = useTouched(top);
  const trial = useTrial(top, request);
  const tried = useMemo(() => changedPlan(kept, trial.what, ground.shape.outline), [kept, trial.what, ground]);
  const beside = useBeside(build.id, asked.kept);
  const explore = useExplore(build.id);
  const ready = useReady(top, tab === 'what-if');
  const heard = useMemo(() => notesHeard(knocks, closedSince(events), hold), [knocks, events, hold]);
  const takeAsPlan = useTakeAsPlan(build.id, drawn, isShaved);
  const seen = (tab === 'beside' && beside.looked?.plan) || (tab === 'what-if' && tried) || kept;
  return {
    ...{
      build,
      ground,
      known,
      kept,
      isShaved,
      request,
      top,
      stop,
      again,
      figures,
      turns: figures?.strings?.turns ?? true,
    },
    ...{ tab, hold, load, mode, wish, piece: asked.piece, set },
    ...{ shown, rim, touched, trial, tried, beside, explore, ready, heard, takeAsPlan, seen },
  };
}

export type WholeTopState = ReturnType<typeof useWholeTopPage>;

/** What the address asks for. */
function useAsked() {
  const [params, setParams] = useSearchParams();
  const tab: TopTab = TOP_TABS.find(([key]) => key === params.get('slip'))?.[0] ?? 'modes';
  const hold: TopHold = TOP_HOLDS.find((key) => key === params.get('hold')) ?? 'glued';
  const load: LoadView = LOAD_VIEWS.find(([key]) => key === params.get('view'))?.[0] ?? 'strings';
  return {
    ...{ tab, hold, load },
    mode: Number(params.get('mode') ?? 0) || 0,
    wish: params.get('wish'),
    kept: params.get('kept'),
    piece: params.get('piece'),
    set: (name: string, value: string) => setParams((old) => (old.set(name, value), old), { replace: true }),
  };
}

function useTopAsItStands({ build, plan, readings, events }: VoicedPlate, ground: ReturnType<typeof useGround>) {
  const known = useMemo(() => plateKnown(build, averageByStation(readings)), [build, readings]);
  const glued = useMemo(() => topOfBuild(build, plan, ground, known), [build, plan, ground, known]);
  const stands = useMemo(() => shavedTop(glued, events), [glued, events]);
  return { known, stands, isShaved: stands !== glued };
}

interface Seen {
  tab: TopTab;
  load: LoadView;
  mode: number;
  wish: ReturnType<typeof readWish>;
  hasLoads: boolean;
}

/** What the plate shows: without loads only modes, and what wood off does. */
function viewOf({ tab, load, mode, wish, hasLoads }: Seen): TopView {
  if (tab === 'shave') return { show: 'shaving', wish };
  if (tab === 'modes' || tab === 'beside' || tab === 'explore' || !hasLoads) return { show: 'mode', mode };
  return { show: load === 'rim' || tab === 'what-if' ? 'strings' : load };
}

/** The place that was touched last on this top, with what a pass does there. */
function useTouched(top: WholeTop) {
  const [pass, setPass] = useState<{ of: WholeTop; here: PassHere } | null>(null);
  return {
    here: pass?.of === top ? pass.here : null,
    touch: (answer: Promise<PassHere>) => void answer.then((here) => setPass({ of: top, here })),
  };
}

/** What is kept beside the plan. */
function useBeside(buildId: string, wanted: string | null) {
  const all = useVariants(buildId).data ?? [];
  const { turn } = useVariantWrites(buildId);
  const variants = all.filter(({ retracted }) => !retracted);
  return {
    variants,
    looked: variants.find(({ id }) => id === wanted) ?? null,
    nextName: `Trial ${all.length + 1}`,
    turn,
  };
}

function useTakeAsPlan(buildId: string, drawn: BracingPlan, isShaved: boolean) {
  const bracing = useBracing(buildId, drawn);
  return (next: BracingPlan, name: string) => {
    // What was shaved since would come off a second time.
    if (isShaved)
      return void toast.error(
        'This top is being voiced: its braces are wood by now. Shave them so, and keep it under Voice, Rounds.',
      );
    bracing.keep(next);
    toast.success(`${name} is the plan now`, { action: { label: 'Undo', onClick: () => bracing.keep(drawn) } });
  };
}

export const variantFigures = ({ modes, weight, strings, mass }: TopFigures): KeptFigures => ({
  modes: modes.slice(0, 4).map(({ frequency, kind }) => ({ frequency, kind })),
  sink: weight?.sink ?? null,
  movement: strings?.movement ?? null,
  turns: strings?.turns ?? true,
  reserve: strings?.reserve.factor ?? null,
  mass,
});
