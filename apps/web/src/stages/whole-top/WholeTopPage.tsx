import {
  isMirrored,
  averageByStation,
  changedPlan,
  formatThickness,
  NO_CHANGE,
  plateKnown,
  shavedTop,
  closedSince,
  TOP_HOLDS,
  topOfBuild,
  type BracingPlan,
  type KeptFigures,
  type PlateKnown,
  type TopHold,
} from '@nimble/core';
import { useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import type { KnockView } from '../../api/knocks';
import type { Build } from '../../api/types';
import { useKnocks, useVoicedPlate, type VoicedPlate } from '../../api/voiced-plate';
import { useVariants, useVariantWrites } from '../../api/variants';
import { BraceLayer } from '../../bracing/BraceLayer';
import { useBracing, useGround } from '../../bracing/use-bracing';
import { PlateDrawing } from '../../plate';
import { Loading } from '../../shell/Loading';
import { usePreferences } from '../../shell/preferences';
import { PitchButton } from '../../sound/PitchDialog';
import { Button, SelectField, SlipPages, TextTabs } from '../../ui';
import type { PassHere, TopFigures, TopView } from '../../workers/top-computer';
import { useWholeTop, type WholeTop } from '../../workers/use-whole-top';
import { StageFrame } from '../StageFrame';
import { groupsOf } from './explore-words';
import { ExplorationChart } from './ExplorationChart';
import { Explore } from './Explore';
import { LoadSlip } from './LoadSlip';
import { ModesSlip } from './ModesSlip';
import { NotesLine } from './NotesLine';
import { readWish, ShaveSlip, wishKey } from './ShaveSlip';
import { BraceWorth, PassMark, RimMarks, TopMap } from './TopLayers';
import { HOLD_WORDS, SHORT_HOLD } from './top-words';
import { useReady, useRim, useTopPicture } from './use-top-answers';
import { useExplore, useKeepBeside } from './use-explore';
import { useTrial } from './use-trial';
import { VariantsSlip } from './VariantsSlip';
import { WhatIfSlip } from './WhatIfSlip';

const TABS = [
  ['modes', 'Modes'],
  ['load', 'Strings'],
  ['shave', 'Shave'],
  ['what-if', 'What if'],
  ['beside', 'Kept'],
  ['explore', 'Explore'],
] as const;
type Tab = (typeof TABS)[number][0];
const LOADS = [
  ['strings', 'Under the strings'],
  ['weight', 'Under a weight'],
  ['energy', 'Where it works'],
  ['rim', 'Round the rim'],
] as const;
type LoadView = (typeof LOADS)[number][0];

/** The whole top as one model: its modes, what the strings do, what a tenth of a millimetre here does, and what would be if. */
export function WholeTopPage() {
  const { buildId = '' } = useParams();
  const { queries, plate } = useVoicedPlate(buildId);
  if (!plate) return <Loading queries={queries} what="the top" />;
  return <Whole key={buildId} {...plate} />;
}

function Whole({ build, plan: drawn, readings, sounds, events }: VoicedPlate) {
  const knocks = useKnocks(sounds);
  const [params, setParams] = useSearchParams();
  const choice = usePreferences();
  const bracing = useBracing(build.id, drawn);
  const ground = useGround(build);
  const known = useMemo(() => plateKnown(build, averageByStation(readings)), [build, readings]);
  const set = (name: string, value: string) => setParams((old) => (old.set(name, value), old), { replace: true });
  const tab: Tab = TABS.find(([key]) => key === params.get('slip'))?.[0] ?? 'modes';
  const hold: TopHold = TOP_HOLDS.find((key) => key === params.get('hold')) ?? 'glued';
  const glued = useMemo(() => topOfBuild(build, drawn, ground, known), [build, drawn, ground, known]);
  const stands = useMemo(() => shavedTop(glued, events), [glued, events]);
  const kept = stands.plan;
  const isShaved = stands !== glued;
  const request = useMemo(() => ({ hold, plan: stands }), [hold, stands]);
  const { top, stop, again } = useWholeTop(request);
  const figures = top.state === 'open' ? top.figures : null;
  const count = figures?.modes.length ?? 8;
  const mode = Math.min(count - 1, Number(params.get('mode') ?? 0) || 0);
  const load: LoadView = LOADS.find(([key]) => key === params.get('view'))?.[0] ?? 'strings';
  const wish = readWish(params.get('wish'), count);
  const view: TopView =
    tab === 'modes' || tab === 'beside' || tab === 'explore' || (!figures?.weight && tab !== 'shave')
      ? { show: 'mode', mode }
      : tab === 'shave'
        ? { show: 'shaving', wish }
        : { show: load === 'rim' || tab === 'what-if' ? 'strings' : load };
  const shown = useTopPicture(top, view);
  const rim = useRim(top, tab === 'load' && load === 'rim');
  const [pass, setPass] = useState<{ of: WholeTop; here: PassHere } | null>(null);
  const here = pass?.of === top ? pass.here : null;
  const touch = (answer: Promise<PassHere>) => void answer.then((next) => setPass({ of: top, here: next }));
  const trial = useTrial(top, request);
  const tried = useMemo(() => changedPlan(kept, trial.what, ground.shape.outline) ?? kept, [kept, trial.what, ground]);
  const beside = useVariants(build.id);
  const variantWrites = useVariantWrites(build.id);
  const keepBeside = useKeepBeside(build.id);
  const takeAsPlan = (next: BracingPlan, name: string) => {
    // What was shaved since would come off a second time.
    if (isShaved)
      return void toast.error(
        'This top is being voiced: its braces are wood by now. Shave them so, and keep it under Voice, Rounds.',
      );
    bracing.keep(next);
    toast.success(`${name} is the plan now`, { action: { label: 'Undo', onClick: () => bracing.keep(drawn) } });
  };
  const variants = (beside.data ?? []).filter(({ retracted }) => !retracted);
  const nextName = `Trial ${(beside.data ?? []).length + 1}`;
  const looked = variants.find(({ id }) => id === params.get('kept')) ?? null;
  const explore = useExplore(build.id);
  const turns = figures?.strings?.turns ?? true;
  const ready = useReady(top, tab === 'what-if');
  const seen = tab === 'beside' && looked ? looked.plan : tab === 'what-if' ? tried : kept;
  const heard = useMemo(() => notesHeard(knocks, closedSince(events), hold), [knocks, events, hold]);
  return (
    <StageFrame
      build={build}
      stage="shape"
      slip={
        <>
          <SlipPages tabs={TABS} open={tab} onOpen={(slip) => set('slip', slip)} />
          {!figures ? (
            <Waiting top={top} onStop={stop} onAgain={again} />
          ) : (
            <>
              {tab === 'modes' && (
                <ModesSlip figures={figures} braces={kept.braces} mode={mode} onMode={(m) => set('mode', String(m))} />
              )}
              {tab === 'load' && <LoadSlip figures={figures} units={build.units} />}
              {tab === 'shave' && (
                <ShaveSlip
                  figures={figures}
                  picture={shown?.view.show === 'shaving' ? shown.picture : null}
                  wish={wish}
                  pass={here}
                  units={build.units}
                  onWish={(next) => set('wish', wishKey(next))}
                />
              )}
              {tab === 'what-if' && (
                <WhatIfSlip
                  figures={figures}
                  plan={kept}
                  units={build.units}
                  ready={ready}
                  {...trial}
                  brace={params.get('piece')}
                  onBrace={(id) => set('piece', id)}
                  onTake={() => {
                    const next = changedPlan(kept, trial.what, ground.shape.outline);
                    if (next) takeAsPlan(next, 'What was tried');
                    trial.onWhat(NO_CHANGE);
                  }}
                  onBeside={() =>
                    trial.solved &&
                    keepBeside({
                      name: nextName,
                      top: request.plan,
                      hold,
                      change: trial.what,
                      figures: variantFigures(trial.solved),
                    })
                  }
                />
              )}
              {tab === 'beside' && (
                <VariantsSlip
                  asDrawn={variantFigures(figures)}
                  variants={variants}
                  open={looked?.id ?? null}
                  hold={hold}
                  units={build.units}
                  onOpen={(id) => set('kept', id ?? '')}
                  onTake={({ plan, name }) => takeAsPlan(plan, name)}
                  onTurn={variantWrites.turn}
                />
              )}
              {tab === 'explore' && <Explore {...{ build, kept, figures, explore, hold, turns }} />}
              {isShaved && <p className="text-soft">As it stands: what was shaved in its rounds is off.</p>}
              <MadeFrom {...{ known, hold, figures }} onHold={(next) => set('hold', next)} />
            </>
          )}
        </>
      }
    >
      <div className="flex flex-wrap items-center justify-between gap-x-4 px-4 pt-1 lg:px-6">
        {tab === 'load' ? (
          <TextTabs label="On the plate" tabs={LOADS} open={load} onOpen={(key) => set('view', key)} />
        ) : (
          <p className="flex min-h-12 items-center text-soft">{LEGENDS[tab]}</p>
        )}
        <PitchButton />
      </div>
      {tab === 'explore' && explore.open && explore.result ? (
        <ExplorationChart
          spec={explore.open.spec}
          result={explore.result}
          turns={turns}
          units={build.units}
          open={explore.design}
          groupOf={groupsOf(kept)}
          onOpen={explore.onDesign}
        />
      ) : (
        <PlateDrawing
          shape={ground.shape}
          leftHanded={isMirrored(build)}
          label={`Top of No. ${build.number} ${build.name} as one model, neck end to the left`}
          map={shown && <TopMap picture={shown.picture} view={shown.view} />}
          onPlace={({ x, y }) => tab === 'shave' && top.state === 'open' && touch(top.computer.passAt(x, y))}
        >
          {(pixelsPerMm) => (
            <>
              <g opacity={tab === 'shave' ? 0.3 : 0.55}>
                <BraceLayer
                  plan={seen}
                  ground={ground}
                  pixelsPerMm={pixelsPerMm}
                  selected={tab === 'what-if' ? (params.get('piece') ?? kept.braces[0]?.id ?? null) : null}
                  onSelect={tab === 'what-if' ? (id) => set('piece', id) : undefined}
                />
              </g>
              {shown?.view.show === 'shaving' && top.state === 'open' && (
                <BraceWorth
                  braces={kept.braces}
                  worth={shown.picture.braces}
                  pixelsPerMm={pixelsPerMm}
                  onPick={(b, s) => touch(top.computer.passOn(b, s))}
                />
              )}
              {tab === 'shave' && here && <PassMark pass={here} pixelsPerMm={pixelsPerMm} />}
              {rim && tab === 'load' && load === 'rim' && <RimMarks places={rim} pixelsPerMm={pixelsPerMm} />}
            </>
          )}
        </PlateDrawing>
      )}
      <div className="min-h-14 px-4 pb-2 lg:px-6">
        {figures &&
          (tab === 'modes' || tab === 'what-if' || tab === 'beside' ? (
            <NotesLine
              modes={figures.modes}
              held={SHORT_HOLD[hold]}
              {...heard}
              open={tab === 'modes' ? mode : null}
              choice={choice}
              onOpen={(m) => {
                set('mode', String(m));
              }}
            />
          ) : (
            <p className="text-soft">
              {tab === 'load' && shown ? scaleWords(load, shown.picture.most, build.units) : ''}
            </p>
          ))}
      </div>
    </StageFrame>
  );
}

const LEGENDS: Record<Tab, string> = {
  modes: 'Ember one way, lake the other; where the dashes run it stands still.',
  load: '',
  shave: 'Touch the plate or a brace.',
  'what-if': 'Touch a brace, or choose it at the right.',
  beside: 'The plate shows the braces of the top that is chosen.',
  explore: 'A worker solves many tops; you may leave the page meanwhile.',
};

function scaleWords(load: LoadView, most: number, units: Build['units']): string {
  if (load === 'rim') return 'Stiffness a finger’s breadth in from the rim [N/mm]: the larger the disc, the stiffer.';
  if (load === 'energy')
    return `The deeper the colour, the harder the plate works under the strings: up to ${most.toFixed(2)} J/m².`;
  const { figure, symbol } = formatThickness(most, units);
  return `Ember goes in, lake comes out, up to ${figure} ${symbol}; where the dashes run it stays.`;
}

/** Notes are compared only with those of a top that is held alike: in the hand before it is closed, on its sides after. */
function notesHeard(knocks: readonly KnockView[], closed: string | null, hold: TopHold) {
  const isClosed = ({ at }: KnockView) => closed !== null && at >= closed;
  const all = knocks.filter(({ about, retracted }) => about !== 'bar' && !retracted);
  const alike = all.filter((knock) => hold === (isClosed(knock) ? 'glued' : 'free')).at(-1);
  const last = all.at(-1);
  if (alike || !last) return { heard: strongestOf(alike), otherwise: null };
  const other = isClosed(last) ? 'glued' : 'free';
  return { heard: [], otherwise: `only ${SHORT_HOLD[other]}: choose “${HOLD_WORDS[other]}” to compare` };
}

/** Frequencies of the strongest notes of a knock. */
function strongestOf(whole: KnockView | undefined): number[] {
  const partials = [...(whole?.analysis.partials ?? [])].sort((a, b) => b.level - a.level).slice(0, 6);
  return partials.map(({ frequency }) => frequency).sort((a, b) => a - b);
}

const variantFigures = ({ modes, weight, strings, mass }: TopFigures): KeptFigures => ({
  modes: modes.slice(0, 4).map(({ frequency, kind }) => ({ frequency, kind })),
  sink: weight?.sink ?? null,
  movement: strings?.movement ?? null,
  turns: strings?.turns ?? true,
  reserve: strings?.reserve.factor ?? null,
  mass,
});

function Waiting({ top, onStop, onAgain }: { top: WholeTop; onStop: () => void; onAgain: () => void }) {
  if (top.state === 'failed')
    return <Ended words={`The top can’t be reckoned: ${top.words}`} action="Try again" onAction={onAgain} />;
  if (top.state === 'stopped') return <Ended words="Stopped." action="Start again" onAction={onAgain} />;
  const share = top.state === 'working' ? top.share : 0;
  return (
    <div role="status" className="space-y-3 pt-3">
      <p>Solving the whole top: mesh, braces, modes, strings and what each place does.</p>
      <progress className="h-3 w-full accent-spruce" value={share} max={1} aria-label="How far it is" />
      <Button onClick={onStop}>Stop</Button>
    </div>
  );
}

function Ended({ words, action, onAction }: { words: string; action: string; onAction: () => void }) {
  return (
    <div role="alert" className="space-y-3 pt-3">
      <p>{words}</p>
      <Button onClick={onAction}>{action}</Button>
    </div>
  );
}

interface MadeFromProps {
  known: PlateKnown;
  hold: TopHold;
  figures: { degreesOfFreedom: number; elapsedMs: number };
  onHold: (hold: TopHold) => void;
}

/** What the model stands on, so that nobody takes it for more than it is. */
function MadeFrom({ known, hold, figures, onHold }: MadeFromProps) {
  return (
    <section aria-label="What the model stands on" className="mt-4 space-y-2 border-t border-grain pt-3">
      <SelectField label="The rim is" value={hold} onChange={(event) => onHold(event.target.value as TopHold)}>
        {TOP_HOLDS.map((key) => (
          <option key={key} value={key}>
            {HOLD_WORDS[key]}
          </option>
        ))}
      </SelectField>
      <p className="text-[0.95rem] text-soft">
        From the wood’s constants, {known.words}, and the braces as drawn; with the bridge on, also the neck’s block and
        the fingerboard’s tongue; no air, no back. Modes of the model lie within a few hundredths of solid models of
        such tops; the wood’s own doubt comes on top. {figures.degreesOfFreedom.toLocaleString('en')} freedoms,{' '}
        {(figures.elapsedMs / 1000).toFixed(1)} s.
      </p>
    </section>
  );
}
