import {
  formatMassRemoved, formatThickness, heightOfSameStiffness, profileHeights, SECTION_SHAPES, seekNote,
  type BracePlan, type BraceProfile, type PlanFigures, type SectionShape, type Sought,
} from '@nimble/core'; // prettier-ignore
import { useState } from 'react';
import type { Build } from '../../api/types';
import { usePreferences } from '../../shell/preferences';
import { longPitch, shortPitch } from '../../sound/pitch-words';
import { readPitch } from '../../sound/read-pitch';
import { Button, SelectField, TextField } from '../../ui';
import { NameForm, QuantityField } from '../../units-and-forms';

interface Props {
  build: Build;
  braces: readonly BracePlan[];
  index: number;
  plan: BracePlan | null;
  figures: PlanFigures | null;
  partial: number;
  onIndex: (index: number) => void;
  onPartial: (partial: number) => void;
  onKeep: (plan: BracePlan) => void;
  onAdd: (name: string) => void;
  onRemove: () => void;
  onUndo: (() => void) | null;
}

const SECTIONS: Record<SectionShape, string> = {
  rectangle: 'rectangle', triangle: 'triangle', parabola: 'parabola', trapezoid: 'trapezoid', rounded: 'rounded top',
}; // prettier-ignore
const PROFILES: readonly (readonly [BraceProfile, string])[] = [
  ['straight', 'straight, ends tapered'],
  ['swept', 'one swept curve'],
  ['one-peak', 'one peak'],
  ['scooped', 'scooped, two peaks'],
];
const TALLEST = 0.04;

/** What the brace sounds, weighs and carries; its sizes; and the least planing to a note. */
export function BraceSlip(props: Props) {
  const { braces, index, plan, figures, onIndex, onUndo } = props;
  return (
    <div className="space-y-3 pt-1">
      {braces.length > 0 && (
        <div role="group" aria-label="Which brace" className="flex flex-wrap gap-2">
          {braces.map(({ name }, i) => (
            <Button
              key={`${name}${i}`}
              kind={i === index ? 'main' : 'plain'}
              aria-pressed={i === index}
              onClick={() => onIndex(i)}
            >
              {name}
            </Button>
          ))}
        </div>
      )}
      {plan && figures ? (
        <>
          <Sound {...props} plan={plan} figures={figures} />
          <Weight {...props} plan={plan} figures={figures} />
          <Seek key={`seek ${index}`} {...props} plan={plan} />
          <Sizes key={`sizes ${index}`} {...props} plan={plan} />
        </>
      ) : (
        <p>
          Draw a brace to see what it weighs, how stiff it is and which notes it has before it is glued: tapped free,
          held at its nodes.
        </p>
      )}
      {onUndo && (
        <Button kind="quiet" onClick={onUndo}>
          Undo the last change
        </Button>
      )}
      <NameForm
        label={braces.length === 0 ? 'Name of the brace' : 'Another brace'}
        taken={braces.map(({ name }) => name)}
        onAdd={props.onAdd}
      />
      <p className="border-l-2 border-brass pl-3 text-[0.95rem] text-soft">
        Cut away from the hand and clamp the plate. Figures are estimates of a free bar: a deeply scooped one comes out
        4 to 5 % lower.
      </p>
    </div>
  );
}

type Drawn = Props & { plan: BracePlan; figures: PlanFigures };

function Sound({ figures, partial, onPartial }: Drawn) {
  const choice = usePreferences();
  return (
    <section aria-label="Notes of the free bar" className="flex flex-wrap gap-x-5">
      {figures.modes.map(({ frequency }, m) => (
        <button
          key={m}
          type="button"
          aria-pressed={m === partial}
          onClick={() => onPartial(m)}
          className={`min-h-12 text-left leading-tight ${m === partial ? 'border-b-[3px] border-spruce' : ''} ${m === 0 ? 'w-full' : ''}`}
        >
          <span className={`figures block font-medium ${m === 0 ? 'text-[3.5rem] leading-none' : 'text-[1.7rem]'}`}>
            {choice.pitch === 'note' ? shortPitch(frequency, choice) : frequency.toFixed(0)}
          </span>
          <span className="figures block text-soft">
            {choice.pitch === 'note' && `${longPitch(frequency, choice).split(' ')[1]} ¢, `}
            {frequency.toFixed(1)} Hz{m > 0 && `, × ${(frequency / figures.modes[0]!.frequency).toFixed(2)}`}
          </span>
        </button>
      ))}
    </section>
  );
}

function Weight({ build, plan, figures }: Drawn) {
  const { units } = build;
  const mass = formatMassRemoved(figures.mass, units);
  const tallest = tallestOf(plan);
  const narrow = { shape: 'rectangle' as const, width: (plan.width * 2) / 3 };
  const swap = heightOfSameStiffness({ shape: plan.section, width: plan.width, height: tallest, ...(plan.topWidth !== null && { topWidth: plan.topWidth }) }, narrow); // prettier-ignore
  const thick = (metres: number) => {
    const { figure, symbol } = formatThickness(metres, units);
    return `${figure} ${symbol}`;
  };
  return (
    <dl>
      <Row name="weight" value={`${mass.figure} ${mass.symbol}`} />
      <Row name="of a plain block’s weight" value={percent(figures.mass / figures.rectangleMass)} />
      <Row name="of its stiffness, at the tallest" value={percent(figures.stiffness)} />
      <Row name={`as stiff, ${thick(narrow.width)} wide`} value={`${thick(swap)} high`} />
    </dl>
  );
}

const tallestOf = ({ heights }: BracePlan) => Math.max(...heights);

const percent = (share: number) => `${Math.round(100 * share)} %`;

function Row({ name, value, hint }: { name: string; value: string; hint?: string }) {
  return (
    <div className="flex items-baseline justify-between gap-2 border-t border-grain py-1">
      <dt>{name}</dt>
      <dd className="figures text-right text-[0.97rem]">
        {value}
        {hint && <span className="block text-soft">{hint}</span>}
      </dd>
    </div>
  );
}

/** The least planing that brings the chosen partial to a note. */
function Seek({ plan, partial, onKeep }: Props & { plan: BracePlan }) {
  const { a4 } = usePreferences();
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const [found, setFound] = useState<Sought | null>(null);
  const seek = () => {
    const wanted = readPitch(text, a4, 5000);
    if (wanted.kind !== 'pitch') return setError(wanted.kind === 'wrong' ? wanted.words : 'Say which note');
    setError(null);
    setFound(seekNote(plan, partial, wanted.frequency));
  };
  return (
    <section aria-label="Seek a note" className="space-y-2 border-t border-grain pt-2">
      <div className="flex items-end gap-2">
        <div className="min-w-0 flex-1">
          <TextField
            label={`Bring the ${['first', 'second', 'third'][partial]} note to`}
            value={text}
            error={error}
            placeholder="G5, or 784"
            onChange={(event) => setText(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && seek()}
          />
        </div>
        <Button onClick={seek}>Seek</Button>
      </div>
      {found && (
        <div role="status">
          <p>
            {found.reached ? 'Least planing: ' : 'It can’t come so far within the heights: '}
            <span className="figures">{(found.removed * 1000).toFixed(2)} g</span> off, to{' '}
            <span className="figures">{found.frequency.toFixed(1)} Hz</span>.
          </p>
          {found.removed > 0 && (
            <Button
              className="mt-1"
              onClick={() => {
                onKeep({ ...plan, heights: found.heights });
                setFound(null);
              }}
            >
              Draw it so
            </Button>
          )}
        </div>
      )}
    </section>
  );
}

function Sizes({ build, plan, onKeep, onRemove }: Props & { plan: BracePlan }) {
  const unit = build.units.thickness;
  const [profile, setProfile] = useState<BraceProfile>('straight');
  const [tall, setTall] = useState(tallestOf(plan));
  const [low, setLow] = useState(Math.min(...plan.heights));
  const [error, setError] = useState<string | null>(null);
  const lay = () => {
    try {
      if (tall >= plan.length) return setError('A brace must be longer than it is tall');
      onKeep({ ...plan, heights: profileHeights(profile, { tall, low }) });
      setError(null);
    } catch (failure) {
      setError((failure as { reason?: string }).reason ?? (failure as Error).message);
    }
  };
  const within = (most: number, words: string) => (value: number) => (value > 0 && value <= most ? null : words);
  return (
    <section aria-label="Sizes" className="space-y-2 border-t border-grain pt-2">
      <SelectField
        label="Section"
        value={plan.section}
        onChange={(event) =>
          onKeep({
            ...plan,
            section: event.target.value as SectionShape,
            topWidth: event.target.value === 'trapezoid' ? (plan.topWidth ?? plan.width / 2) : null,
          })
        }
      >
        {SECTION_SHAPES.map((key) => (
          <option key={key} value={key}>
            {SECTIONS[key]}
          </option>
        ))}
      </SelectField>
      <div className="grid grid-cols-2 gap-2">
        <QuantityField
          label="Length"
          quantity="length"
          unit={unit}
          value={plan.length}
          check={(length) =>
            length > 2 ? 'must not be over 2 m' : length > tallestOf(plan) ? null : 'must be more than the height'
          }
          onChange={(length) => length !== null && onKeep({ ...plan, length })}
        />
        <QuantityField
          label="Width"
          quantity="length"
          unit={unit}
          value={plan.width}
          check={within(0.1, 'must lie between 0 and 100 mm')}
          onChange={(width) =>
            width !== null &&
            onKeep({ ...plan, width, topWidth: plan.topWidth === null ? null : Math.min(plan.topWidth, width) })
          }
        />
        {plan.section === 'trapezoid' && (
          <QuantityField
            label="Top width"
            quantity="length"
            unit={unit}
            value={plan.topWidth}
            check={within(plan.width, 'must not be over the width')}
            onChange={(topWidth) => topWidth !== null && onKeep({ ...plan, topWidth })}
          />
        )}
      </div>
      <SelectField
        label="A new profile"
        value={profile}
        onChange={(event) => setProfile(event.target.value as BraceProfile)}
      >
        {PROFILES.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </SelectField>
      <div className="grid grid-cols-2 gap-2">
        <QuantityField
          label="Tallest"
          quantity="length"
          unit={unit}
          value={tall}
          check={within(TALLEST, 'must lie between 0 and 40 mm')}
          onChange={(value) => value !== null && setTall(value)}
        />
        <QuantityField
          label={profile === 'scooped' ? 'Scoop and ends' : 'Ends'}
          quantity="length"
          unit={unit}
          value={low}
          check={within(TALLEST, 'must lie between 0 and 40 mm')}
          error={error}
          onChange={(value) => value !== null && setLow(value)}
        />
      </div>
      <Button onClick={lay}>Lay this profile</Button>
      <div className="grid grid-cols-2 gap-2">
        <WoodField
          label="Modulus, GPa"
          value={plan.modulus / 1e9}
          most={40}
          onChange={(value) => onKeep({ ...plan, modulus: value * 1e9 })}
        />
        <WoodField
          label="Density, kg/m³"
          value={plan.density}
          most={1400}
          onChange={(density) => onKeep({ ...plan, density })}
        />
      </div>
      <Button kind="quiet" onClick={onRemove}>
        Take this brace away
      </Button>
    </section>
  );
}

function WoodField({
  label,
  value,
  most,
  onChange,
}: {
  label: string;
  value: number;
  most: number;
  onChange: (value: number) => void;
}) {
  const [text, setText] = useState(String(Number(value.toPrecision(4))));
  const [error, setError] = useState<string | null>(null);
  const keep = () => {
    const read = Number(text.trim().replace(',', '.'));
    if (!(read > 0 && read <= most)) return setError(`must lie between 0 and ${most}`);
    setError(null);
    if (read !== value) onChange(read);
  };
  return (
    <TextField
      label={label}
      value={text}
      error={error}
      onChange={(e) => setText(e.target.value)}
      onBlur={keep}
      onKeyDown={(e) => e.key === 'Enter' && keep()}
    />
  );
}
