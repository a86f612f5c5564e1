import { formatThickness, inWords } from '@nimble/core/units';
import { overUnderWords } from '@nimble/core/verdict';
import type { StationReading } from '@nimble/core/survey';
import { Volume2, VolumeX } from 'lucide-react';
import { toast } from 'sonner';
import type { Build, SurveyReading } from '../../api/types';
import { setPreferences, usePreferences } from '../../ui/preferences';
import { Button, Option, PanelSection, Select } from '../../ui';
import { AskedLayout } from '../../forms';
import { ReadingsList } from './ReadingsList';
import { useReadSlip, type ReadSlipState } from './use-read-slip';
import type { ReadingEntry } from './use-reading-entry';

interface Props {
  build: Build;
  entry: ReadingEntry;
  readings: readonly SurveyReading[];
  averages: readonly StationReading[];
  /** A quick look: a few places do. */
  quick: boolean;
  /** Target at the lit station [m]. */
  target: number | null;
  onTakeOff: () => void;
}

/** Fewer places tell no lift worth the name. */
const LEAST_PLACES = 3;

/** The live reading: the lit station, a very large figure, and one field that takes any unit. */
export function ReadSlip({ build, entry, readings, averages, target, quick, onTakeOff }: Props) {
  const { current, question } = entry;
  const here = averages.find((reading) => reading.station === current?.name);
  const state = useReadSlip({ buildId: build.id, entry, here });
  const isAllRead = entry.read === entry.walk.length;
  const isEnough = isAllRead || (quick && entry.read >= LEAST_PLACES);
  if (!current) return <p className="pt-2">No stations: lay some under Stations.</p>;
  return (
    <div className="space-y-3">
      <div className="flex items-baseline justify-between pt-1">
        <span className="text-soft">
          Station <strong className="figures ml-1 text-lead text-ink">{current.name}</strong>
        </span>
        <span className="text-soft">
          {entry.read} of {entry.walk.length} read
        </span>
      </div>
      <LiveFigure reading={here} target={target} units={build.units} />
      {question && <QuestionBox entry={entry} build={build} />}
      {!question && here?.disputed && <DisputeBox entry={entry} build={build} />}
      <ReadingForm {...{ build, entry, state }} isRead={here !== undefined} />
      <div className="grid grid-cols-3 gap-2">
        <Button onClick={() => entry.step(-1)} aria-label="Station before">
          ←
        </Button>
        <Button onClick={state.undo}>Undo</Button>
        <Button onClick={() => entry.step(1)} aria-label="Next station">
          →
        </Button>
      </div>
      {isEnough && !question && (
        <Button kind="main" className="w-full" onClick={onTakeOff}>
          {isAllRead ? 'All read: see what to take off' : 'Enough read: see the verdict'}
        </Button>
      )}
      <ReadingsList
        readings={readings}
        units={build.units}
        onTakeBack={(reading) => {
          entry.takeBack(reading);
          toast(`Taken back: ${reading.station} ${reading.typed}`);
        }}
      />
      <Caliper {...state.cable} />
      <Walk />
    </div>
  );
}

interface ReadingFormProps {
  build: Build;
  entry: ReadingEntry;
  state: ReadSlipState;
  isRead: boolean;
}

function ReadingForm({ build, entry, state: { text, field, submit, type }, isRead }: ReadingFormProps) {
  const { question } = entry;
  const unasked = isRead ? 'Read it again (readings that agree are averaged)' : 'Caliper reading';
  const label = question ? 'Read again, or type what was meant' : unasked;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <label htmlFor="reading" className="block text-soft">
        {label}
      </label>
      <div className="flex gap-2">
        <input
          id="reading"
          ref={field}
          data-keys="when-empty"
          inputMode="decimal"
          autoComplete="off"
          placeholder={example(build)}
          value={text}
          aria-invalid={entry.error ? true : undefined}
          aria-describedby="reading-error"
          onChange={(event) => type(event.target.value)}
          className={`figures min-h-14 w-full min-w-0 rounded-md border bg-paper px-3 text-head ${entry.error ? 'border-ember' : 'border-line'}`}
        />
        <Button kind={question ? 'plain' : 'main'} type="submit" className="min-h-14 shrink-0">
          Keep
        </Button>
      </div>
      <p id="reading-error" role="alert" className="min-h-6 text-note font-medium text-ember-ink">
        {entry.error}
      </p>
    </form>
  );
}

const CALIPER_WORDS = { off: '', connecting: 'connecting …', on: 'on the cable', lost: 'lost, trying again' } as const;

function Caliper({ cabled, walking, caliper, press, onCable, onWalk }: ReadSlipState['cable']) {
  return (
    <PanelSection label="Caliper" tight>
      <div className="flex items-center justify-between gap-2">
        <span>
          Simulated caliper <span className="text-soft">{CALIPER_WORDS[caliper]}</span>
        </span>
        <Button kind="quiet" onClick={onCable} aria-pressed={cabled}>
          {cabled ? 'Unplug' : 'Plug in'}
        </Button>
      </div>
      {cabled && (
        <div className="grid grid-cols-2 gap-2">
          <Button onClick={press}>Press (Space)</Button>
          <Button onClick={onWalk} aria-pressed={walking}>
            {walking ? 'Stop walking' : 'Walk on by itself'}
          </Button>
        </div>
      )}
    </PanelSection>
  );
}

const ORDER_WORDS = { serpentine: 'back and forth', lines: 'along the grain', free: 'as laid' } as const;

/** In which order stations light up, and whether they are spoken. */
function Walk() {
  const { speech, order } = usePreferences();
  return (
    <div className="flex items-center justify-between gap-2 border-t border-grain pt-1">
      <label className="flex min-h-12 items-center gap-2">
        <span className="text-soft">Walk</span>
        <Select value={order} onChoose={(chosen) => setPreferences({ order: chosen as typeof order })}>
          {Object.entries(ORDER_WORDS).map(([key, words]) => (
            <Option key={key} value={key}>
              {words}
            </Option>
          ))}
        </Select>
      </label>
      <Button kind="quiet" onClick={() => setPreferences({ speech: !speech })} aria-pressed={speech}>
        {speech ? <Volume2 aria-hidden size={20} /> : <VolumeX aria-hidden size={20} />}
        {speech ? 'Speaks' : 'Silent'}
      </Button>
    </div>
  );
}

function LiveFigure({
  reading,
  target,
  units,
}: {
  reading: StationReading | undefined;
  target: number | null;
  units: Build['units'];
}) {
  if (!reading) {
    return (
      <p className="text-soft">
        <span className="figures block text-hero leading-none text-line">—</span>
        {target === null ? 'not read yet' : `not read yet; target ${inWords(formatThickness(target, units))}`}
      </p>
    );
  }
  const { figure, symbol } = formatThickness(reading.thickness, units);
  return (
    <div>
      <p className="flex items-baseline gap-3">
        <span data-testid="live-figure" className="figures text-hero leading-none font-medium tracking-tight">
          {figure}
        </span>
        <span className="text-lead text-soft">{symbol}</span>
      </p>
      <p className="mt-1">
        {target !== null && <AgainstTarget off={reading.thickness - target} target={target} units={units} />}
      </p>
      {reading.disputed && <p className="font-medium text-ember-ink">in doubt: {reading.count} readings disagree</p>}
      {!reading.disputed && reading.count > 1 && (
        <p className="text-soft">
          mean of {reading.count}, spread {inWords(formatThickness(reading.spread, units))}
        </p>
      )}
    </div>
  );
}

/** "0.06 over target 2.36 mm"; "on target, 2.36 mm" in no colour of warning. */
function AgainstTarget({ off, target, units }: { off: number; target: number; units: Build['units'] }) {
  const words = overUnderWords(off, units);
  const wanted = inWords(formatThickness(target, units));
  if (words === 'on target') return <strong>{`on target, ${wanted}`}</strong>;
  return (
    <>
      <strong className={off > 0 ? 'text-ember-ink' : 'text-lake'}>{words}</strong>{' '}
      <span className="text-soft">target {wanted}</span>
    </>
  );
}

function QuestionBox({ entry, build }: { entry: ReadingEntry; build: Build }) {
  const { question } = entry;
  if (!question) return null;
  const words = (value: number) => inWords(formatThickness(value, build.units));
  const { expected, reason } = question.question;
  const why = {
    neighbours: `${words(question.thickness)} where about ${words(expected)} would fit. Read it again?`,
    size: `${words(question.thickness)} is unlike the rest of this plate. Read it again?`,
    slip: `${words(question.thickness)}: did you mean ${words(expected)}?`,
    grew: `${words(question.thickness)} where the survey before read ${words(expected)}. Wood swells by a few hundredths, not more. Read it again?`,
  }[reason];
  const meant = { words: `${words(expected)} was meant`, run: entry.takeMeant };
  return (
    <AskedLayout
      message={why}
      keep={entry.confirmQuestion}
      mend={reason === 'slip' ? meant : null}
      drop={entry.dropQuestion}
      again="Read again"
    />
  );
}

/** Readings of one place that no caliper makes of one piece of wood: the maker says which holds. */
function DisputeBox({ entry, build }: { entry: ReadingEntry; build: Build }) {
  return (
    <div role="alertdialog" aria-label="Which reading holds?" className="border-l-4 border-brass bg-brass/10 p-3">
      <p className="mb-2 text-lead">The readings here disagree. Which one holds?</p>
      <div className="grid grid-cols-2 gap-2">
        {entry.here.map((reading) => (
          <Button key={reading.id} onClick={() => entry.hold(reading)}>
            {inWords(formatThickness(reading.thickness, build.units))}
          </Button>
        ))}
      </div>
      <p className="mt-2 text-soft">Or read it once more: two of three settle it.</p>
    </div>
  );
}

function example({ units }: Build): string {
  return { mm: '2.81', in: '0.111', 'in-fraction': '7/64', thou: '111' }[units.thickness];
}
