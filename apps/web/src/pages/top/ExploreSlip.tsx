import type { BatchResult, BatchSpec, SearchResult } from '@nimble/core/explore';
import type { UnitChoice } from '@nimble/core/units';
import { type ExplorationView, isUnderWay } from '../../api/explorations';
import { Button, PanelSection, Progress } from '../../ui';
import {
  amountWords,
  gaveUp,
  GROUP_WORDS,
  groupOfVariable,
  leaningWords,
  specWords,
  type GroupOf,
} from '../../words/explore-words';
import { degreeWords, massWords, movementWords, sinkWords } from '../../words/figure-words';

interface ListProps {
  explorations: readonly ExplorationView[];
  open: string | null;
  groupOf: GroupOf;
  onOpen: (id: string | null) => void;
  onTurn: (id: string, how: 'cancel' | 'go-on') => void;
}

const STATE_WORDS: Record<ExplorationView['state'], string> = {
  waiting: 'waits for a worker',
  running: 'under way',
  done: 'done',
  failed: 'broke off',
  cancelled: 'stopped',
};

/** What was looked into, newest first, with how far it is. */
export function ExplorationList({ explorations, open, groupOf, onOpen, onTurn }: ListProps) {
  return (
    <ul className="space-y-1">
      {explorations.map((one) => (
        <li key={one.id} className={`border-t border-grain py-1 ${one.id === open ? 'bg-grain/40' : ''}`}>
          <div className="flex items-center gap-2">
            <button
              type="button"
              className="min-h-12 min-w-0 grow text-left underline-offset-4 hover:underline disabled:no-underline"
              disabled={one.state !== 'done'}
              aria-pressed={one.id === open}
              onClick={() => onOpen(one.id === open ? null : one.id)}
            >
              {specWords(one.spec, groupOf)}{' '}
              <span className="text-soft">
                – {STATE_WORDS[one.state]}
                {isUnderWay(one) ? `, ${one.done} of ${one.total}` : ''}
              </span>
            </button>
            {isUnderWay(one) && (
              <Button className="shrink-0" onClick={() => onTurn(one.id, 'cancel')}>
                Stop
              </Button>
            )}
            {(one.state === 'cancelled' || one.state === 'failed') && (
              <Button className="shrink-0" onClick={() => onTurn(one.id, 'go-on')}>
                Go on
              </Button>
            )}
          </div>
          {isUnderWay(one) && (
            <Progress
              share={one.total > 0 ? one.done / one.total : null}
              label={`How far ${specWords(one.spec, groupOf)} is`}
            />
          )}
          {one.problem && (
            <p role="alert" className="text-ember-ink">
              {one.problem}
            </p>
          )}
        </li>
      ))}
    </ul>
  );
}

interface DesignProps {
  spec: Extract<BatchSpec, { kind: 'search' }>;
  result: SearchResult;
  open: number;
  turns: boolean;
  units: UnitChoice;
  groupOf: GroupOf;
  onBeside: () => void;
}

/** One design of a search: what it changes, what it is, what it gives up. */
export function DesignFigures({ spec, result, open, turns, units, groupOf, onBeside }: DesignProps) {
  const design = result.designs[open];
  if (!design)
    return <p role="status">Nothing within the limits was found: let the reserve be less, or more be varied.</p>;
  const { frequencies, sink, movement, neckTurn, reserve, mass } = design.figures;
  const note = frequencies[result.onePiece];
  const lines = [
    ['pumps as one piece', note && `${note.toFixed(0)} Hz`],
    ['weight', massWords(mass, units)],
    ['reserve for ten years', reserve?.toFixed(2)],
    ['10 N sinks it', sink !== null && sinkWords(sink, units)],
    [turns ? 'bridge turns' : 'bridge sinks', movement !== null && movementWords(movement, turns, units)],
    ['neck’s block turns', typeof neckTurn === 'number' && degreeWords(neckTurn, 3)],
  ] as const;
  return (
    <PanelSection
      heading={
        <>
          Design {open + 1} of {result.designs.length}
        </>
      }
      label={`Design ${open + 1}`}
    >
      <ul>
        {spec.variables.map((variable, i) => (
          <li key={i} className="flex justify-between gap-2">
            <span>{GROUP_WORDS[groupOfVariable(variable, groupOf)]}</span>
            <span className="figures">{amountWords(design.amounts[i] ?? 0, units)}</span>
          </li>
        ))}
      </ul>
      <ul className="border-t border-grain pt-2">
        {lines.map(
          ([name, words]) =>
            words && (
              <li key={name} className="flex justify-between gap-2">
                <span>{name}</span>
                <span className="figures">{words}</span>
              </li>
            ),
        )}
      </ul>
      {gaveUp(design, result, spec.goals, { turns, units }).map((line) => (
        <p key={line}>{line}</p>
      ))}
      {design.leans && <p>{leaningWords(design.leans, spec, groupOf, units)}</p>}
      <Button onClick={onBeside}>Keep beside the plan</Button>
    </PanelSection>
  );
}

/** In a line or two, what a sweep or the doubt of the wood says. */
export function ResultWords({
  result,
  turns,
  units,
}: {
  result: Exclude<BatchResult, SearchResult>;
  turns: boolean;
  units: UnitChoice;
}) {
  if (result.kind === 'sweep') {
    const refused = result.points.filter((point) => 'refused' in point);
    return (
      <p>
        {refused.length > 0
          ? `${refused.length} of ${result.points.length} steps can’t be: ${'refused' in refused[0]! ? refused[0].refused : ''}`
          : 'Every step was solved exactly; lines follow a mode by its shape, not by its order.'}
      </p>
    );
  }
  const { bands, tooLight } = result;
  const span = (band: { low: number; high: number } | null, words: (value: number) => string) =>
    band ? `${words(band.low)} – ${words(band.high)}` : '–';
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-3 text-note">
      <dt>Nine of ten weigh</dt>
      <dd className="figures text-right whitespace-nowrap">{span(bands.mass, (kg) => massWords(kg, units))}</dd>
      <dt>sink under 10 N</dt>
      <dd className="figures text-right whitespace-nowrap">{span(bands.sink, (metres) => sinkWords(metres, units))}</dd>
      <dt>{turns ? 'turn their bridge' : 'sink under strings'}</dt>
      <dd className="figures text-right whitespace-nowrap">
        {span(bands.movement, (value) => movementWords(value, turns, units))}
      </dd>
      <dt>have a reserve of</dt>
      <dd className="figures text-right whitespace-nowrap">{span(bands.reserve, (value) => value.toFixed(2))}</dd>
      <dt>bear too little</dt>
      <dd className="figures text-right whitespace-nowrap">{(100 * tooLight).toFixed(0)} in a hundred</dd>
    </dl>
  );
}
