/**
 * What really came off: one tap for all that was advised, one for a pass over the whole plate, or typed part by part.
 */
import { formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import type { PassTool, StepSummary, Taken } from '@nimble/core/verdict';
import { useState } from 'react';
import { Button, Fold, TextField } from '../../ui';
import { positiveBelow, QuantityField } from '../../forms';
import { isByHandAllOver, WHOLE_PLATE } from './view-model';

export type OnTake = (tool: PassTool, taken: Taken) => void;

interface Props {
  tool: PassTool;
  steps: readonly StepSummary[];
  units: UnitChoice;
  onTake: OnTake;
}

const MANY_WORDS = { plane: 'shavings', scraper: 'scrapings', sander: 'passes' } as const;
const ONE_WORDS = {
  plane: 'One shaving all over,',
  scraper: 'One scraping all over,',
  sander: 'One sander pass,',
} as const;

/** A sander goes over the plate once before one looks; a hand does what was advised. */
export function TakeOff({ tool, steps, units, onTake }: Props) {
  const [first] = steps;
  const depth = inWords(formatThickness(tool.depthPerPass, units));
  const one = { label: `${ONE_WORDS[tool.kind]} ${depth}`, take: () => onTake(tool, { kind: 'whole', passes: 1 }) };
  const all = { label: 'I took all of it off', take: () => onTake(tool, { kind: 'plan' }) };
  const down = first &&
    isByHandAllOver(first) && {
      label: `${first.passes} ${MANY_WORDS[tool.kind]} all over, as advised`,
      take: () => onTake(tool, { kind: 'whole', passes: first.passes }),
    };
  const offered = [...(down ? [down] : steps.length > 0 ? [all] : []), one];
  const [main, second] = tool.kind === 'sander' ? [...offered].reverse() : offered;
  return (
    <div className="space-y-1">
      <div className={`grid gap-1 ${second ? 'grid-cols-2' : ''}`}>
        <Button kind="main" onClick={main!.take}>
          {main!.label}
        </Button>
        {second && <Button onClick={second.take}>{second.label}</Button>}
      </div>
      <Fold title="Something else came off" tone="soft">
        <TakenForm tool={tool} steps={steps} units={units} onTake={onTake} />
      </Fold>
    </div>
  );
}

interface FormProps extends Props {
  /** What a correction begins from. */
  was?: Taken;
}

/** Passes over the whole plate, or over parts of it, at the depth that the tool was set to. */
export function TakenForm({ tool, steps, units, onTake, was }: FormProps) {
  const [depth, setDepth] = useState(tool.depthPerPass);
  const [whole, setWhole] = useState(was?.kind === 'whole' ? String(was.passes) : '');
  const [counts, setCounts] = useState<Record<string, string>>(() => countsOf(was));
  const [error, setError] = useState<string | null>(null);
  const places = [...new Set([...steps.map(({ place }) => place), ...Object.keys(counts)])].filter(
    (place) => place !== WHOLE_PLATE,
  );
  const keep = () => {
    const set = { ...tool, depthPerPass: depth };
    const taken = readTaken(whole, counts);
    if (typeof taken === 'string') return setError(taken);
    setError(null);
    onTake(set, taken);
  };
  return (
    <form
      aria-label="What came off"
      className="space-y-2 pb-2"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="Passes, whole plate"
          inputMode="numeric"
          value={whole}
          onChange={(event) => setWhole(event.target.value)}
        />
        <QuantityField
          label="Set to"
          quantity="length"
          unit={units.thickness}
          value={depth}
          check={positiveBelow(0.003, 'More than 3 mm a pass: check the unit')}
          onChange={(next) => next && setDepth(next)}
        />
      </div>
      {places.map((place) => (
        <TextField
          key={place}
          label={place}
          inputMode="numeric"
          placeholder="passes"
          value={counts[place] ?? ''}
          onChange={(event) => setCounts({ ...counts, [place]: event.target.value })}
        />
      ))}
      {error && (
        <p role="alert" className="font-medium text-ember-ink">
          {error}
        </p>
      )}
      <Button type="submit" className="w-full">
        Keep what came off
      </Button>
    </form>
  );
}

function countsOf(was: Taken | undefined): Record<string, string> {
  return was?.kind === 'parts' ? Object.fromEntries(was.parts.map(({ place, passes }) => [place, String(passes)])) : {};
}

/** What was typed, or what is wrong with it. */
function readTaken(whole: string, counts: Record<string, string>): Taken | string {
  const parts = Object.entries(counts).filter(([, text]) => text.trim() !== '');
  if (whole.trim() !== '' && parts.length > 0) return 'Type passes for the whole plate or for parts of it, not both';
  if (whole.trim() === '' && parts.length === 0) return 'Type how many passes you took';
  const figures = (whole.trim() !== '' ? [whole] : parts.map(([, text]) => text)).map((text) =>
    Number(text.replace(',', '.')),
  );
  if (figures.some((figure) => !(figure > 0 && figure <= 1000))) return 'Passes are a number, like 2';
  if (whole.trim() !== '') return { kind: 'whole', passes: figures[0]! };
  return { kind: 'parts', parts: parts.map(([place], i) => ({ place, passes: figures[i]! })) };
}
