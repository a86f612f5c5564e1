import { angleOf } from '@nimble/core/outline';
import {
  BRACE_ROLES,
  mirrored,
  volumeOf,
  type Brace,
  type BraceRole,
  type BracingPlan,
  type GluedPlate,
  type Patch,
} from '@nimble/core/bracing';
import { formatMassRemoved, formatPlanLength, inWords } from '@nimble/core/units';
import { Link } from 'react-router';
import { useState } from 'react';
import type { Build } from '../../api/types';
import { ROLE_WORDS } from '../../words/bracing-words';
import { Row } from '../../ui/Row';
import { bridgePlace, type Bracing, type Ground } from '../../api/use-bracing';
import { Button, CheckField, SelectField, TextField, Option } from '../../ui';
import { QuantityField } from '../../forms';
import { EndFields } from './EndFields';
import { Laps } from './Laps';
import { degrees, withBrace } from '../../plate/PlanHandles';
import { Undoing } from '../../bracing/PlanSlip';

interface Props {
  build: Build;
  bracing: Bracing;
  ground: Ground;
  plate: GluedPlate;
  selected: string | null;
  onSelect: (id: string | null) => void;
}

/** The piece that is picked: what it is for, where it stands in figures, how it passes the others. */
export function PieceSlip(props: Props) {
  const { plan } = props.bracing;
  const brace = plan.braces.find(({ id }) => id === props.selected);
  const patch = plan.patches.find(({ id }) => id === props.selected);
  return (
    <div className="space-y-3 pt-1">
      <Undoing bracing={props.bracing} />
      {brace ? <OfBrace key={brace.id} {...props} brace={brace} /> : null}
      {patch ? <OfPatch key={patch.id} {...props} patch={patch} /> : null}
      {!brace && !patch && <p>Touch a brace or a patch on the plate, or choose one in the plan.</p>}
    </div>
  );
}

function OfBrace({ build, bracing, ground, plate, brace, onSelect }: Props & { brace: Brace }) {
  const { plan } = bracing;
  const keep = (next: Brace) => bracing.keep(withBrace(plan, next));
  const { units } = build;
  const mass = formatMassRemoved(volumeOf(brace) * brace.density, units);
  return (
    <>
      <div>
        <p aria-live="polite">
          <span className="figures text-great leading-none font-medium">
            {formatPlanLength(brace.length, units).figure}
          </span>{' '}
          {formatPlanLength(brace.length, units).symbol}
        </p>
        <Named
          label="Name"
          name={brace.name}
          taken={plan.braces.filter(({ id }) => id !== brace.id).map(({ name }) => name)}
          onName={(name) => keep({ ...brace, name })}
        />
        <p className="mt-1">{ROLE_WORDS[brace.role].role}</p>
      </div>
      <dl>
        <Row name="to the grain" value={degrees(angleOf(brace))} />
        <Row name="weight" value={`${mass.figure} ${mass.symbol}`} />
        <Row
          name="nearest to the bridge’s line"
          value={inWords(formatPlanLength(fromLine(brace, bridgePlace(plan, ground)), units))}
        />
        {ground.hole && (
          <Row
            name="nearest to the hole’s edge"
            value={inWords(formatPlanLength(fromHole(brace, ground.hole), units))}
          />
        )}
      </dl>
      <SelectField label="Kind" value={brace.role} onChoose={(chosen) => keep({ ...brace, role: chosen as BraceRole })}>
        {BRACE_ROLES.map((role) => (
          <Option key={role} value={role}>
            {ROLE_WORDS[role].name}
          </Option>
        ))}
      </SelectField>
      {(['from', 'to'] as const).map((which, i) => (
        <EndFields
          key={which}
          build={build}
          ground={ground}
          brace={brace}
          which={which}
          index={i as 0 | 1}
          onKeep={keep}
        />
      ))}
      <Laps build={build} bracing={bracing} plate={plate} brace={brace} />
      {brace.role === 'transverse' && (
        <CheckField
          label="A hole through it for the truss rod’s key"
          checked={brace.accessHole}
          onChange={(on) => keep({ ...brace, accessHole: on })}
        />
      )}
      <div className="flex flex-wrap gap-2 border-t border-grain pt-2">
        <Link
          className="inline-flex min-h-12 items-center px-2 underline underline-offset-4"
          to={`/builds/${build.id}/shape?piece=${encodeURIComponent(brace.id)}`}
        >
          Heights and section
        </Link>
        <Button
          onClick={() => {
            const id = `own-${crypto.randomUUID().slice(0, 8)}`;
            bracing.keep({ ...plan, braces: [...plan.braces, mirrored(brace, id, nameOfMirror(brace.name, plan))] });
            onSelect(id);
          }}
        >
          Mirror it to the other side
        </Button>
        <Button
          kind="quiet"
          onClick={() => {
            bracing.keep(without(plan, brace.id));
            onSelect(null);
          }}
        >
          Take it away
        </Button>
      </div>
    </>
  );
}

function nameOfMirror(name: string, plan: BracingPlan): string {
  const swapped = name.includes('treble')
    ? name.replace('treble', 'bass')
    : name.includes('bass')
      ? name.replace('bass', 'treble')
      : `${name}, mirrored`;
  return plan.braces.some((brace) => brace.name === swapped) ? `${swapped.slice(0, 36)} 2` : swapped.slice(0, 40);
}

export function without(plan: BracingPlan, id: string): BracingPlan {
  return {
    ...plan,
    braces: plan.braces.filter((brace) => brace.id !== id),
    patches: plan.patches.filter((patch) => patch.id !== id),
    laps: plan.laps.filter(({ a, b }) => a !== id && b !== id),
  };
}

function Named({
  label,
  name,
  taken,
  onName,
}: {
  label: string;
  name: string;
  taken: readonly string[];
  onName: (name: string) => void;
}) {
  const [text, setText] = useState(name);
  const wanted = text.trim();
  const error =
    wanted === '' || wanted.length > 40
      ? 'Up to 40 letters'
      : taken.includes(wanted)
        ? 'There is one of that name'
        : null;
  const commit = () => error === null && wanted !== name && onName(wanted);
  return (
    <TextField
      label={label}
      value={text}
      error={error}
      onChange={(e) => setText(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => e.key === 'Enter' && commit()}
    />
  );
}

const fromLine = ({ from, to }: Brace, x: number) =>
  (from[0] - x) * (to[0] - x) <= 0 ? 0 : Math.min(Math.abs(from[0] - x), Math.abs(to[0] - x));

function fromHole({ from, to }: Brace, { x, diameter }: { x: number; diameter: number }): number {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const share = Math.min(1, Math.max(0, ((x - from[0]) * dx - from[1] * dy) / (dx * dx + dy * dy)));
  return Math.max(0, Math.hypot(from[0] + share * dx - x, from[1] + share * dy) - diameter / 2);
}

function OfPatch({ build, bracing, ground, patch, onSelect }: Props & { patch: Patch }) {
  const { plan } = bracing;
  const { units } = build;
  const keep = (next: Patch) =>
    bracing.keep({ ...plan, patches: plan.patches.map((old) => (old.id === patch.id ? next : old)) });
  const within = (most: number, words: string) => (value: number) => (value > 0 && value < most ? null : words);
  const ring = patch.role === 'hole-ring';
  return (
    <>
      <h2 className="text-head font-bold">{patch.name}</h2>
      <p>
        {ring
          ? 'Stops cracks: it replaces the wood that the soundhole took away.'
          : 'Spreads the load of the bridge and keeps its pins or its edge from tearing the top.'}
      </p>
      <div className="grid grid-cols-2 gap-2">
        <QuantityField
          label={ring ? 'Outer diameter' : 'Along the grain'}
          quantity="length"
          unit={units.length}
          decimals={1}
          value={patch.length}
          check={within(1, 'Between 0 and 1 m')}
          onChange={(length) => length !== null && keep({ ...patch, length })}
        />
        <QuantityField
          label={ring ? 'Width of the ring' : 'Across it'}
          quantity="length"
          unit={units.length}
          decimals={1}
          value={patch.width}
          check={within(ring ? patch.length / 2 : 1, 'Too wide')}
          onChange={(width) => width !== null && keep({ ...patch, width })}
        />
        <QuantityField
          label="Thickness"
          quantity="length"
          unit={units.thickness}
          value={patch.thickness}
          check={within(0.02, 'Between 0 and 20 mm')}
          onChange={(thickness) => thickness !== null && keep({ ...patch, thickness })}
        />
        <QuantityField
          label="Middle at"
          quantity="length"
          unit={units.length}
          decimals={1}
          value={patch.x}
          check={within(1.5, 'Off the plate')}
          onChange={(x) => x !== null && keep({ ...patch, x })}
        />
        {!ring && (
          <QuantityField
            label="Off centre, bass +"
            quantity="length"
            unit={units.length}
            decimals={1}
            value={-ground.trebleSign * patch.y}
            check={(value) => (Math.abs(value) < 0.5 ? null : 'Off the plate')}
            onChange={(y) => y !== null && keep({ ...patch, y: -ground.trebleSign * y })}
          />
        )}
      </div>
      <SelectField
        label="Its grain runs"
        value={patch.grain}
        onChoose={(chosen) => keep({ ...patch, grain: chosen as Patch['grain'] })}
      >
        <Option value="along">with the top’s</Option>
        <Option value="across">across the top’s</Option>
      </SelectField>
      <Button
        kind="quiet"
        onClick={() => {
          bracing.keep(without(plan, patch.id));
          onSelect(null);
        }}
      >
        Take it away
      </Button>
    </>
  );
}
