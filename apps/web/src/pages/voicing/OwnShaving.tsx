import { formatThickness, inWords, parseQuantity, type UnitChoice } from '@nimble/core/units';
import { InvalidInput, type Estimate } from '@nimble/core/base';
import { TOP_PARTS, type TopPart } from '@nimble/core/top';
import type { Brace, BracingPlan } from '@nimble/core/bracing';
import type { QuantityKey, Shaving } from '@nimble/core/voicing';
import { useEffect, useState } from 'react';
import { usePreferences } from '../../ui/preferences';
import { Button, MainAction, SelectField, TextField, Option } from '../../ui';
import { useEntryForm, type ChoiceEntry, type TextEntry } from '../../forms';
import { TOP_PART_WORDS } from '../../words/explore-words';
import { estimateWords, keyWords, STROKE } from '../../words/round-words';

export interface OwnShavingProps {
  plan: BracingPlan;
  units: UnitChoice;
  /** Brace that was tapped on the plate, or a part of the plate. */
  place: string;
  onPlace: (place: string) => void;
  /** The model is busy: a forecast comes in a moment. */
  working: boolean;
  forecastOf: ((shavings: Shaving[]) => Promise<Partial<Record<QuantityKey, Estimate>>>) | null;
  onShaved: (shavings: Shaving[], said: string, tool: string) => void;
}

const STRETCHES = [
  ['all', 'all along'],
  ['neck', 'neck-side third'],
  ['middle', 'middle third'],
  ['tail', 'tail-side third'],
  ['ends', 'both ends'],
] as const;
type Stretch = (typeof STRETCHES)[number][0];
const HOWS = [
  ['off', 'so much came off'],
  ['calipers', 'height before and after'],
  ['strokes', 'strokes'],
  ['little', 'a little'],
] as const;
type How = (typeof HOWS)[number][0];
const TOOLS = ['finger plane', 'chisel', 'scraper', 'sandpaper on a block'] as const;
/** "A little" is as much as two light strokes. */
const LITTLE_STROKES = 2;
const END = 0.012;

export const partKey = (part: TopPart) => `plate:${part}`;

const BLANK = { stretch: 'all' as Stretch, how: 'off' as How, depth: '', before: '', tool: TOOLS[0] as string };

/** A shaving of the maker's own: where, how much, with what; what it is likely to do is said before it is kept. */
export function OwnShaving({ plan, units, place, working, onPlace, forecastOf, onShaved }: OwnShavingProps) {
  const unit = units.thickness === 'in-fraction' ? 'in' : units.thickness;
  const brace = plan.braces.find(({ id }) => id === place);
  const shavingsOf = ({ how, depth: text, before, stretch }: typeof BLANK) => {
    if (place === '') throw new InvalidInput('depth', place, 'Tap a brace on the plate, or choose where it came off');
    const depth = readDepth({ how, text, before, unit, kind: brace ? 'brace' : 'plate' });
    if (typeof depth !== 'number') throw new InvalidInput('depth', text, depth);
    return shavingsAt(place, brace, stretch, depth);
  };
  const form = useEntryForm({
    blank: BLANK,
    read: (typed) => ({
      shavings: shavingsOf(typed),
      said: SAID[typed.how](typed.depth, typed.before),
      tool: typed.tool,
    }),
    send: ({ shavings, said, tool }) => onShaved(shavings, said, tool),
    after: (typed) => ({ ...typed, depth: '', before: '' }),
  });
  const { draft, at } = form;
  const shavings = tried(() => shavingsOf(draft));
  const forecast = useForecast(forecastOf, shavings);
  return (
    <form className="space-y-2 border-t border-grain pt-2" aria-label="A shaving" onSubmit={form.submit}>
      <h2 className="font-bold">What did you take off?</h2>
      <WhereFields {...{ plan, place, onPlace, brace }} stretch={form.choice('stretch')} />
      <SelectField label="How much is known as" {...form.choice('how')}>
        {HOWS.filter(([key]) => key !== 'calipers' || brace).map(([key, words]) => (
          <Option key={key} value={key}>
            {words}
          </Option>
        ))}
      </SelectField>
      <DepthFields
        {...{ how: draft.how, unit, error: at('depth') }}
        {...{ depth: form.text('depth'), before: form.text('before') }}
      />
      <SelectField label="With" {...form.choice('tool')}>
        {TOOLS.map((name) => (
          <Option key={name} value={name}>
            {name}
          </Option>
        ))}
      </SelectField>
      {shavings && <Forecast depth={shavings[0]!.depth} forecast={forecast} units={units} />}
      <MainAction>
        <Button kind="main" type="submit" className="w-full" disabled={working}>
          {working ? 'Working it out …' : 'Record it'}
        </Button>
      </MainAction>
    </form>
  );
}

/** Null while what is typed says nothing yet. */
function tried<T>(read: () => T): T | null {
  try {
    return read();
  } catch (failure) {
    if (failure instanceof InvalidInput) return null;
    throw failure;
  }
}

/** As it goes on record. */
const SAID: Record<How, (text: string, before: string) => string> = {
  off: (text) => text,
  calipers: (text, before) => `${before} to ${text}`,
  strokes: (text) => `${text} strokes`,
  little: () => 'a little',
};

interface WhereProps extends Pick<OwnShavingProps, 'plan' | 'place' | 'onPlace'> {
  brace: Brace | undefined;
  stretch: ChoiceEntry;
}

function WhereFields({ plan, place, onPlace, brace, stretch }: WhereProps) {
  return (
    <>
      <SelectField label="Where (or tap it on the plate)" value={place} onChoose={onPlace}>
        <Option value="">choose</Option>
        {plan.braces.map(({ id, name }) => (
          <Option key={id} value={id}>
            {name}
          </Option>
        ))}
        {TOP_PARTS.map((part) => (
          <Option key={part} value={partKey(part)}>
            plate, {TOP_PART_WORDS[part].toLowerCase()}
          </Option>
        ))}
      </SelectField>
      {brace && (
        <SelectField label="Over which stretch" {...stretch}>
          {STRETCHES.map(([key, words]) => (
            <Option key={key} value={key}>
              {words}
            </Option>
          ))}
        </SelectField>
      )}
    </>
  );
}

interface DepthProps extends Pick<Depth, 'how' | 'unit'> {
  error: string | null;
  depth: TextEntry;
  before: TextEntry;
}

function DepthFields({ how, unit, depth, before, error }: DepthProps) {
  return (
    <>
      {how === 'calipers' && <TextField label={`Height before [${unit}]`} inputMode="decimal" {...before} />}
      {how !== 'little' && (
        <TextField
          label={
            how === 'strokes'
              ? 'How many light strokes'
              : `${how === 'calipers' ? 'Height after' : 'Came off where deepest'} [${unit}]`
          }
          inputMode="decimal"
          {...depth}
        />
      )}
      {how === 'little' && error && (
        <p role="alert" className="font-medium text-ember-ink">
          {error}
        </p>
      )}
    </>
  );
}

interface ForecastProps {
  /** Where it is deepest [m]. */
  depth: number;
  forecast: ReturnType<typeof useForecast>;
  units: UnitChoice;
}

function Forecast({ depth, forecast, units }: ForecastProps) {
  const choice = usePreferences();
  return (
    <p className="text-soft">
      That is <b className="figures text-ink">{inWords(formatThickness(depth, units))}</b> where it is deepest.
      {forecast && (
        <>
          {' '}
          Then:{' '}
          {FORECAST.flatMap((key) =>
            forecast[key] ? [`${keyWords(key).toLowerCase()} ${estimateWords(key, forecast[key], units, choice)}`] : [],
          ).join('; ')}
          .
        </>
      )}
    </p>
  );
}

const FORECAST: readonly QuantityKey[] = ['flex:along', 'flex:across', 'mass'];

/** What it would do, once the hand has stopped typing. */
function useForecast(forecastOf: OwnShavingProps['forecastOf'], shavings: Shaving[] | null) {
  const key = shavings && JSON.stringify(shavings);
  const [found, setFound] = useState<{ key: string; forecast: Partial<Record<QuantityKey, Estimate>> } | null>(null);
  useEffect(() => {
    if (!forecastOf || !key) return;
    let late = false;
    const timer = setTimeout(() => {
      forecastOf(JSON.parse(key) as Shaving[])
        .then((forecast) => late || setFound({ key, forecast }))
        .catch(() => late || setFound(null)); // the model refuses what the server will refuse with its reason
    }, 250);
    return () => {
      late = true;
      clearTimeout(timer);
    };
  }, [forecastOf, key]);
  return found && found.key === key ? found.forecast : null;
}

interface Depth {
  how: How;
  text: string;
  before: string;
  unit: string;
  kind: 'brace' | 'plate';
}

/** [m], or what is wrong with it. */
export function readDepth({ how, text, before, unit, kind }: Depth): number | string {
  if (how === 'little') return LITTLE_STROKES * STROKE[kind];
  try {
    if (how === 'strokes') {
      const count = Number(text.replace(',', '.'));
      return count > 0 && count <= 200 ? count * STROKE[kind] : 'Say how many strokes, such as 2';
    }
    const value = parseQuantity('came off', text, 'length', unit).value;
    const depth = how === 'calipers' ? parseQuantity('height before', before, 'length', unit).value - value : value;
    if (how === 'calipers' && depth <= 0) return 'It is not lower than before: look at both heights';
    return depth > 0 && depth <= 0.02 ? depth : 'Must be more than nothing and at most 20 mm';
  } catch (failure) {
    return failure instanceof InvalidInput ? `${failure.field} ${failure.reason}` : String(failure);
  }
}

function shavingsAt(place: string, brace: Brace | undefined, stretch: Stretch, depth: number): Shaving[] {
  if (!brace) return [{ place: { kind: 'plate', part: place.slice('plate:'.length) as TopPart }, depth }];
  return stretchesOf(brace, stretch).map(([from, to]) => ({ place: { kind: 'brace', id: brace.id, from, to }, depth }));
}

/** The neck side is where x is least. */
function stretchesOf({ length, from, to }: Brace, stretch: Stretch): [number, number][] {
  const thirds = [0, 1, 2].map((i): [number, number] => [
    END + (i * (length - 2 * END)) / 3,
    END + ((i + 1) * (length - 2 * END)) / 3,
  ]);
  const [neck, tail] = from[0] <= to[0] ? [thirds[0]!, thirds[2]!] : [thirds[2]!, thirds[0]!];
  if (stretch === 'all') return [[END, length - END]];
  if (stretch === 'ends') return [thirds[0]!, thirds[2]!];
  return [stretch === 'neck' ? neck : stretch === 'tail' ? tail : thirds[1]!];
}
