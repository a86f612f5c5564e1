import { DEGREE } from '@nimble/core/units';
import { isChanged, NO_CHANGE, TOP_PARTS, type TopChange, type TopPart } from '@nimble/core/top';
import { xOf, type BracingPlan } from '@nimble/core/bracing';
import type { UnitChoice } from '@nimble/core/units';
import { useState } from 'react';
import { usePreferences } from '../../ui/preferences';
import { shortPitch } from '../../words/pitch-words';
import { Button, SelectField, Option, Slider } from '../../ui';
import type { TopFigures } from '../../compute/top-computer';
import { TOP_PART_WORDS } from '../../words/explore-words';
import {
  centsBetween,
  degreeWords,
  lengthChange,
  massWords,
  movementWords,
  sign,
  sinkWords,
} from '../../words/figure-words';
import { SHORT_KIND } from '../../words/top-words';

/** What is shown of a top side by side. */
interface Compared {
  modes: readonly { frequency: number }[];
  sink: number | null;
  movement: number | null;
  mass: number;
}

interface Props {
  figures: TopFigures;
  plan: BracingPlan;
  what: TopChange;
  /** As tried: near while the hand moves, exact soon after; null while neither is there. */
  then: { figures: Compared; exact: boolean } | null;
  /** The model follows the hand from the first move. */
  ready: boolean;
  /** Why there is none. */
  problem: string | null;
  brace: string | null;
  units: UnitChoice;
  onBrace: (id: string) => void;
  onWhat: (what: TopChange) => void;
  onTake: () => void;
  /** Keeps what is tried as a variant. */
  onBeside: () => void;
}

const SHOWN = 3;

/** Sliders for what may be changed, and each figure as it is, as it would be, and by how much. */
export function WhatIfSlip(props: Props) {
  const { figures, plan, what, then, problem, units, onBrace, onWhat, onTake, onBeside, ready } = props;
  const brace = plan.braces.find(({ id }) => id === props.brace) ?? plan.braces[0];
  const [taken, setTaken] = useState(false);
  const [part, setPart] = useState<TopPart | 'all'>('all');
  const parts = part === 'all' ? TOP_PARTS : [part];
  const change = (next: Partial<TopChange>) => {
    setTaken(false);
    onWhat({ ...what, ...next });
  };
  return (
    <div className="space-y-2 pt-1">
      <Comparison {...{ figures, then, units }} />
      <p role="status" className={problem ? 'font-medium text-ember-ink' : 'text-soft'}>
        {problem ??
          (!isChanged(what)
            ? ready
              ? 'Move a slider: the figures follow.'
              : 'Making the model ready to follow your hand …'
            : !then
              ? 'Solving the changed top …'
              : then.exact
                ? 'Solved exactly.'
                : 'Nearly: exact figures come when you stop.')}
      </p>
      {brace && (
        <>
          <SelectField label="Brace" value={brace.id} onChoose={onBrace}>
            {plan.braces.map(({ id, name }) => (
              <Option key={id} value={id}>
                {name}
                {what.taller[id] ? ' *' : ''}
              </Option>
            ))}
          </SelectField>
          <Slider
            label="Taller by"
            value={what.taller[brace.id] ?? 0}
            least={-Math.max(...brace.heights) * 0.7}
            most={5e-3}
            step={1e-4}
            words={(metres) => lengthChange(metres, units)}
            onChange={(taller) => change({ taller: { ...what.taller, [brace.id]: taller } })}
          />
        </>
      )}
      <SelectField label="Plate" value={part} onChoose={(chosen) => setPart(chosen as TopPart | 'all')}>
        <Option value="all">All over</Option>
        {TOP_PARTS.map((key) => (
          <Option key={key} value={key}>
            {TOP_PART_WORDS[key]}
            {what.thicker[key] ? ' *' : ''}
          </Option>
        ))}
      </SelectField>
      <Slider
        label="Plate thicker by"
        value={what.thicker[parts[0]] ?? 0}
        least={-8e-4}
        most={8e-4}
        step={2e-5}
        words={(metres) => lengthChange(metres, units)}
        onChange={(thicker) =>
          change({ thicker: { ...what.thicker, ...Object.fromEntries(parts.map((key) => [key, thicker])) } })
        }
      />
      {xOf(plan.braces) && (
        <>
          <Slider
            label="X further to the tail"
            value={what.crossing}
            least={-0.02}
            most={0.02}
            step={1e-3}
            words={(metres) => lengthChange(metres, units)}
            onChange={(crossing) => change({ crossing })}
          />
          <Slider
            label="X opened by"
            value={what.opening}
            least={-0.2}
            most={0.2}
            step={DEGREE}
            words={(radians) => `${sign(radians)}${degreeWords(Math.abs(radians), 0)}`}
            onChange={(opening) => change({ opening })}
          />
        </>
      )}
      <div className="flex flex-wrap gap-2">
        <Button disabled={!isChanged(what)} onClick={() => change(NO_CHANGE)}>
          As it is
        </Button>
        <Button disabled={!then?.exact} onClick={onBeside}>
          Keep beside the plan
        </Button>
        <Button
          disabled={!isChanged({ ...what, thicker: {} }) || taken}
          onClick={() => {
            onTake();
            setTaken(true);
          }}
        >
          {taken ? 'Taken' : 'Take the braces into the plan'}
        </Button>
      </div>
    </div>
  );
}

function Comparison({ figures, then, units }: Pick<Props, 'figures' | 'then' | 'units'>) {
  const choice = usePreferences();
  const named = (frequency: number) => (choice.pitch === 'none' ? frequency.toFixed(0) : shortPitch(frequency, choice));
  const found = then?.figures;
  const rows: Line[] = figures.modes.slice(0, SHOWN).map(({ frequency, kind }, m) => {
    const next = found?.modes[m]?.frequency;
    const cents = next ? centsBetween(frequency, next) : null;
    return {
      name: SHORT_KIND[kind],
      now: named(frequency),
      then: next ? named(next) : '',
      by: cents === null ? '' : `${sign(cents)}${Math.abs(cents).toFixed(0)} ¢`,
    };
  });
  const sink = (metres: number) => sinkWords(metres, units);
  const mass = (kg: number) => massWords(kg, units);
  if (figures.weight)
    rows.push({
      name: '10 N sinks it',
      now: sink(figures.weight.sink),
      then: found?.sink ? sink(found.sink) : '',
      by: byShare(figures.weight.sink, found?.sink),
    });
  if (figures.strings) {
    const words = (value: number) => movementWords(value, figures.strings!.turns, units);
    rows.push({
      name: figures.strings.turns ? 'bridge turns' : 'bridge sinks',
      now: words(figures.strings.movement),
      then: found?.movement ? words(found.movement) : '',
      by: byShare(figures.strings.movement, found?.movement),
    });
  }
  rows.push({
    name: 'weight',
    now: mass(figures.mass),
    then: found ? mass(found.mass) : '',
    by: found ? `${sign(found.mass - figures.mass)}${mass(Math.abs(found.mass - figures.mass))}` : '',
  });
  return (
    <table className="w-full text-note">
      <thead>
        <tr className="text-left text-soft">
          <th scope="col" className="font-normal">
            It
          </th>
          <th scope="col" className="pl-3 text-right font-normal">
            is
          </th>
          <th scope="col" className="pl-3 text-right font-normal">
            would be
          </th>
          <th scope="col" className="pl-3 text-right font-normal">
            by
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ name, now, then: next, by }, i) => (
          <tr key={i} className="border-t border-grain">
            <th scope="row" className="py-1.5 text-left font-normal">
              {name}
            </th>
            <td className="figures pl-2 text-right whitespace-nowrap">{now}</td>
            <td className="figures pl-2 text-right whitespace-nowrap font-bold">{next}</td>
            <td className="figures pl-2 text-right whitespace-nowrap">{by}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface Line {
  name: string;
  now: string;
  then: string;
  by: string;
}

const byShare = (now: number, then: number | null | undefined) =>
  then ? `${sign(then - now)}${Math.abs(100 * (then / now - 1)).toFixed(1)} %` : '';
