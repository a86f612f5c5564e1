import {
  flexChangeWords,
  takesWoodOff,
  type AssessmentSummary,
  type FlexForecast,
  type StepSummary,
  type VerdictKind,
} from '@nimble/core/verdict';
import {
  formatArea,
  formatMass,
  formatMassRemoved,
  formatSag,
  formatThickness,
  formatVolume,
  inWords,
  type FormattedQuantity,
  type UnitChoice,
} from '@nimble/core/units';
import { halfInterval } from '@nimble/core/base';
import type { HandReach } from '@nimble/core/survey';
import type { Build, Ledger, PassView, Survey } from '../../api/types';
import { DevicesOwn } from '../../frame/DevicesOwn';
import { woodOrigin } from '../../words/wood-origin';
import type { ReactNode } from 'react';
import { Button, Fold, MainAction } from '../../ui';
import { DustCaution } from './DustCaution';
import { PassesSince } from './PassesSince';
import { TakeOff, type OnTake } from './TakeOff';
import { VERDICT_INK } from '../../words/verdict-looks';
import { isByHandAllOver, stepsShown, WHOLE_PLATE } from './view-model';
import { TearOuts, type JudgeTear } from './TearOuts';

interface Props {
  build: Build;
  summary: AssessmentSummary | null;
  ledger: Ledger | undefined;
  /** Taken off since this survey, oldest first. */
  passes: readonly PassView[];
  /** Which way the plane goes, where the grain tells. */
  planing: ReactNode;
  /** How a part is planed, in words. */
  strokeOf: (part: string) => string | null;
  /** The plate as it was: nothing to do there. */
  past: boolean;
  onTake: OnTake;
  onCorrect: (pass: PassView, ...taken: Parameters<OnTake>) => void;
  onRetract: (pass: PassView) => void;
  onLook: (kind: Survey['kind']) => void;
  /** An empty survey was begun by mistake. */
  onRetractSurvey: () => void;
  /** Back to reading: something is in doubt. */
  onRead: () => void;
  /** The plate is there: the build goes on to the next stage. */
  onDone: () => void;
  judgeTear: JudgeTear;
  tears: Pick<Parameters<typeof TearOuts>[0], 'face' | 'states' | 'otherWay' | 'onTears'>;
  currentStation: { name: string; x: number; y: number } | null;
}

/** Where nothing may come off, nothing is said of how it would. */
const NOTHING_OFF: readonly VerdictKind[] = ['past', 'too-thin', 'none'];

/** The verdict, what to take off where and in what order, and what that will do. */
export function PassSlip(props: Props) {
  const { build, summary, ledger, passes, planing, past, onDone, judgeTear, tears, currentStation } = props;
  if (!summary) return <Unread onRead={props.onRead} onRetractSurvey={props.onRetractSurvey} />;
  const { steps, forecast } = summary;
  const { units } = build;
  const since = !past && passes.length > 0;
  const mayComeOff = !NOTHING_OFF.includes(summary.verdict.kind);
  return (
    <div className="space-y-3 pt-1">
      {since && (
        <PassesSince
          {...{ passes, units }}
          onCorrect={props.onCorrect}
          onRetract={props.onRetract}
          onLook={props.onLook}
        />
      )}
      <Verdict summary={summary} before={since} />
      {!since && <StepsToTake steps={steps} units={units} strokeOf={props.strokeOf} />}
      {!since && steps.length > 0 && <ReachWords reach={summary.reach ?? null} />}
      {!since && steps.length > 0 && <AfterThese build={build} summary={summary} />}
      <Weights summary={summary} units={units} weighed={forecast.massNow.sd < 0.001} />
      {ledger && ledger.passes.length > 0 && <LastPass ledger={ledger} units={units} />}
      {!past && (
        <>
          {mayComeOff && planing}
          <TearOuts
            judge={judgeTear}
            station={mayComeOff ? currentStation : null}
            units={units}
            depthPerPass={build.tool.depthPerPass}
            tears={build.choices.tears}
            {...tears}
          />
          <DustCaution build={build} />
          <NextStep {...props} summary={summary} since={since} onDone={onDone} />
        </>
      )}
    </div>
  );
}

/** That the plan reckons with the hand, and what it knows of it. */
function ReachWords({ reach }: { reach: HandReach | null }) {
  if (!reach) return null;
  const [more, doubt] = [Math.round(100 * Math.abs(reach.value)), Math.round(100 * halfInterval(reach))];
  return (
    <p className="text-note text-soft">
      Planned for your hand: it takes{' '}
      <span className="figures">
        {more} ± {doubt} %
      </span>{' '}
      {reach.value > 0 ? 'more' : 'less'} at the rim than in the middle, by your last {reach.passes} passes.
    </p>
  );
}

function Unread({ onRead, onRetractSurvey }: Pick<Props, 'onRead' | 'onRetractSurvey'>) {
  return (
    <div className="space-y-3 pt-3">
      <p>No verdict yet: nothing was read in this survey.</p>
      <Button kind="main" className="w-full" onClick={onRead}>
        Read the plate
      </Button>
      <Button className="w-full" onClick={onRetractSurvey}>
        Begun by mistake: take this survey back
      </Button>
    </div>
  );
}

function Verdict({ summary: { verdict }, before }: { summary: AssessmentSummary; before: boolean }) {
  return (
    <section aria-label="Verdict">
      {before && <p className="text-soft">As it stood before that:</p>}
      <h2
        data-testid="verdict"
        className={`leading-tight font-bold ${before ? 'text-lead text-soft' : `text-head ${VERDICT_INK[verdict.kind]}`}`}
      >
        {verdict.headline} <DevicesOwn />
      </h2>
      <ul className="mt-1 space-y-0.5">
        {verdict.evidence.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <Fold title="Why?" tone="soft" className="text-soft">
        {verdict.ruleWords}
      </Fold>
    </section>
  );
}

/**
 * The one thing to do next; nothing may come off a plate that is past its line, and nothing while a reading is in
 * doubt.
 */
function NextStep({
  build,
  summary,
  since,
  onTake,
  onRead,
  onDone,
}: Props & { summary: AssessmentSummary; since: boolean }) {
  const { verdict, steps } = summary;
  const take = <TakeOff tool={build.tool} steps={steps} units={build.units} onTake={onTake} />;
  if (since)
    return (
      <Fold title="More came off before looking" tone="soft">
        <TakeOff tool={build.tool} steps={[]} units={build.units} onTake={onTake} />
      </Fold>
    );
  if (takesWoodOff(verdict.kind)) return <MainAction>{take}</MainAction>;
  if (verdict.kind === 'look-again')
    return (
      <MainAction>
        <Button kind="main" className="w-full" onClick={onRead}>
          Read again
        </Button>
      </MainAction>
    );
  if (verdict.kind !== 'there') return null;
  return (
    <MainAction>
      <Button kind="main" className="mb-1 w-full" onClick={onDone}>
        Thickness is done: on to layout
      </Button>
      <Fold title="I took some off all the same" tone="soft">
        {take}
      </Fold>
    </MainAction>
  );
}

interface StepsProps extends Pick<Props, 'strokeOf'> {
  steps: readonly StepSummary[];
  units: UnitChoice;
}

function StepsToTake({ steps, units, strokeOf }: StepsProps) {
  if (steps.length === 0) return null;
  const isWholeFirst = isByHandAllOver(steps[0]!);
  const shown = stepsShown(steps).length;
  const more = steps.length - shown;
  const places = `${more} ${isWholeFirst ? '' : 'more '}${more === 1 ? 'place' : 'places'}`;
  return (
    <section aria-label="What to take off">
      <StepList steps={steps.slice(0, shown)} from={1} units={units} strokeOf={strokeOf} />
      {more > 0 && (
        <Fold
          title={
            isWholeFirst ? `After that, as it looks now: ${places}` : `then ${places}, the nearest to its limit last`
          }
          tone="soft"
        >
          <StepList steps={steps.slice(shown)} from={shown + 1} units={units} strokeOf={strokeOf} />
        </Fold>
      )}
    </section>
  );
}

function AfterThese({ build, summary: { forecast, steps, verdict } }: { build: Build; summary: AssessmentSummary }) {
  const isWholeFirst = isByHandAllOver(steps[0]!);
  const { units, wood } = build;
  const massDoubt = Math.max(1, Number(formatMass(halfInterval(forecast.massAfter), units).figure));
  return (
    <section aria-label="After these passes">
      <h3 className="text-soft">{isWholeFirst ? `After all ${verdict.passes} passes` : 'After these passes'}</h3>
      <dl className="space-y-0.5">
        <Row
          name="weight"
          value={`${formatMass(forecast.massAfter.value, units).figure} ± ${massDoubt} ${units.mass}`}
        />
        <Row
          name="mean"
          value={`${formatThickness(forecast.meanAfter.value, units).figure} ± ${inWords(formatThickness(halfInterval(forecast.meanAfter), units))}`}
        />
        {forecast.flex.map((flex) => (
          <Row
            key={flex.direction}
            name={`flex ${flex.direction}`}
            value={flexChangeWords(flex.ratio)}
            hint={sagWords(flex, units)}
          />
        ))}
      </dl>
      <p className="mt-1 text-small text-soft">Nine in ten should fall within ±. The wood is {woodOrigin(wood)}.</p>
    </section>
  );
}

function StepList({ steps, from, units, strokeOf }: StepsProps & { from: number }) {
  return (
    <ol start={from}>
      {steps.map((step, i) => (
        <li key={step.place} className="flex gap-2 border-b border-grain py-1.5">
          <span className="figures mt-0.5 grid size-6 shrink-0 place-items-center rounded-full border-2 border-ember text-small font-bold text-ember-ink">
            {from + i}
          </span>
          <div className="min-w-0 flex-1">
            <div className="flex items-baseline justify-between gap-2">
              <span className="font-medium">{step.place}</span>
              <span className="figures font-medium text-ember-ink">
                −{formatThickness(step.meanDepth, units).figure}
              </span>
            </div>
            <div className="text-note text-soft">
              {step.words}
              {step.place !== WHOLE_PLATE && `, most ${formatThickness(step.largestDepth, units).figure} over`} ·{' '}
              <span className="whitespace-nowrap">{inWords(formatArea(step.area, units))}</span> ·{' '}
              <span className="whitespace-nowrap">{inWords(formatMassRemoved(step.mass, units))}</span>
            </div>
            {step.tool.kind === 'plane' && strokeOf(step.place) && (
              <div className="text-note">Plane: {strokeOf(step.place)}</div>
            )}
          </div>
        </li>
      ))}
    </ol>
  );
}

function Row({ name, value, hint }: { name: string; value: string; hint?: string }) {
  return (
    <div className="flex flex-wrap items-baseline justify-between gap-x-3">
      <dt>{name}</dt>
      <dd className="figures">{value}</dd>
      {hint && <dd className="w-full text-right text-small text-soft">{hint}</dd>}
    </div>
  );
}

/** Sag in the middle of supports four fifths of the plate apart. */
function sagWords({ now, after }: FlexForecast, units: UnitChoice): string {
  const sag = (compliance: number) => formatSag(compliance, units).figure;
  return `sags ${sag(now.value)} → ${sag(after.value)} ± ${sag(halfInterval(after))} ${formatSag(0, units).symbol}`;
}

function Weights({ summary, units, weighed }: { summary: AssessmentSummary; units: UnitChoice; weighed: boolean }) {
  const { statistics, forecast } = summary;
  return (
    <section aria-label="The plate now">
      <h3 className="text-soft">The plate now</h3>
      <dl className="space-y-0.5">
        {weighed && <Row name="weight, scale" value={inWords(formatMass(forecast.massNow.value, units))} />}
        <Row
          name="weight, by density"
          value={`${formatMass(forecast.massByDensity.value, units).figure} ± ${inWords(formatMass(halfInterval(forecast.massByDensity), units))}`}
        />
        <Row name="volume" value={inWords(formatVolume(statistics.volume, units))} />
        <Row
          name="mean"
          value={`${formatThickness(statistics.mean, units).figure} ± ${inWords(formatThickness(statistics.spread, units))}`}
          hint="± is how uneven it is"
        />
        <Row
          name={`thinnest, ${statistics.thinnest.station}`}
          value={inWords(formatThickness(statistics.thinnest.thickness, units))}
        />
        <Row
          name={`thickest, ${statistics.thickest.station}`}
          value={inWords(formatThickness(statistics.thickest.thickness, units))}
        />
        <Row name="bass less treble" value={inWords(formatThickness(summary.asymmetry.bassLessTreble, units))} />
      </dl>
    </section>
  );
}

const LEDGER_WORDS = { mass: 'weight', 'mean-thickness': 'mean', flex: 'sag', pitch: 'note' } as const;

function ledgerFigure(quantity: keyof typeof LEDGER_WORDS, value: number, units: UnitChoice): FormattedQuantity {
  if (quantity === 'mass') return formatMass(value, units);
  if (quantity === 'mean-thickness') return formatThickness(value, units);
  if (quantity === 'flex') return formatSag(value, units);
  return { figure: value.toFixed(1), symbol: 'Hz' };
}

function LastPass({ ledger, units }: { ledger: Ledger; units: UnitChoice }) {
  const last = ledger.passes.at(-1)!;
  return (
    <section aria-label="Forecast and outcome">
      <h3 className="text-soft">The last pass: said and came</h3>
      <dl>
        {last.lines.map(({ quantity, of, forecast, outcome, held }) => (
          <Row
            key={quantity}
            name={quantity === 'pitch' && of ? `${of} note` : LEDGER_WORDS[quantity]}
            value={`${ledgerFigure(quantity, forecast.value, units).figure} → ${inWords(ledgerFigure(quantity, outcome.value, units))}`}
            hint={`${held ? 'within' : 'outside'} ± ${ledgerFigure(quantity, halfInterval(forecast), units).figure}: it ${held ? 'held' : 'missed'}`}
          />
        ))}
      </dl>
      <p className="text-small text-soft">
        {ledger.summary.held} of {ledger.summary.count} forecasts of this plate held
        {ledger.summary.count < 8 ? '; too few to judge by yet' : ''}.
      </p>
    </section>
  );
}
