import {
  angleOf,
  BRACE_ROLES,
  CAPS,
  crossingsOf,
  END_FITS,
  formatMassRemoved,
  formatPlanLength,
  formatThickness,
  heightAt,
  InvalidInput,
  inWords,
  lapCuts,
  lapOf,
  lapStiffness,
  mirrored,
  movedTo,
  newLap,
  volumeOf,
  type Brace,
  type BraceRole,
  type BracingPlan,
  type Cap,
  type Crossing,
  type EndFit,
  type GluedPlate,
  type Lap,
  type Patch,
  type Point,
} from '@nimble/core';
import { Link } from 'react-router';
import { useState } from 'react';
import type { Build } from '../../api/types';
import { CAP_WORDS, END_WORDS, ROLE_WORDS } from '../../bracing/bracing-words';
import { Row } from '../../bracing/Row';
import { bridgePlace, type Bracing, type Ground } from '../../bracing/use-bracing';
import { Button, CheckField, SelectField, TextField } from '../../ui';
import { QuantityField } from '../../units-and-forms';
import { degrees, withBrace } from './PlanHandles';
import { Undoing } from './PlanSlip';

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
          <span className="figures text-[56px] leading-none font-medium">
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
      <SelectField
        label="Kind"
        value={brace.role}
        onChange={(e) => keep({ ...brace, role: e.target.value as BraceRole })}
      >
        {BRACE_ROLES.map((role) => (
          <option key={role} value={role}>
            {ROLE_WORDS[role].name}
          </option>
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
          onChange={(e) => keep({ ...brace, accessHole: e.target.checked })}
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

interface EndProps {
  build: Build;
  ground: Ground;
  brace: Brace;
  which: 'from' | 'to';
  index: 0 | 1;
  onKeep: (brace: Brace) => void;
}

function EndFields({ build, ground, brace, which, index, onKeep }: EndProps) {
  const { units } = build;
  const [x, y] = brace[which];
  const { xMin } = ground.shape.bounds;
  const move = (place: Point) =>
    onKeep(which === 'from' ? movedTo(brace, place, brace.to) : movedTo(brace, brace.from, place));
  const near = (value: number) => (Math.abs(value) < 1 ? null : 'Over 1 m: check the unit');
  const other = which === 'from' ? brace.to : brace.from;
  const apart = (place: Point) =>
    Math.hypot(place[0] - other[0], place[1] - other[1]) > 0.012 ? null : 'The brace would have no length';
  const height = heightAt(brace, index === 0 ? 0 : brace.length);
  const decimals = units.length === 'mm' ? 1 : 3;
  return (
    <fieldset className="space-y-2 border-t border-grain pt-2">
      <legend className="float-left w-full font-medium">{index === 0 ? 'First end' : 'Second end'}</legend>
      <div className="clear-both grid grid-cols-2 gap-2">
        <QuantityField
          label="From the neck edge"
          quantity="length"
          unit={units.length}
          decimals={decimals}
          value={x - xMin}
          check={(value) => near(value) ?? apart([value + xMin, y])}
          onChange={(value) => value !== null && move([value + xMin, y])}
        />
        <QuantityField
          label="Off centre, bass +"
          quantity="length"
          unit={units.length}
          decimals={decimals}
          value={-ground.trebleSign * y}
          check={(value) => near(value) ?? apart([x, -ground.trebleSign * value])}
          onChange={(value) => value !== null && move([x, -ground.trebleSign * value])}
        />
      </div>
      <SelectField
        label={
          brace.ends[index] === 'let-in'
            ? `Fit, ${inWords(formatThickness(height, units))} into the lining`
            : `Fit, ${inWords(formatThickness(height, units))} high there`
        }
        value={brace.ends[index]}
        onChange={(e) => {
          const fit = e.target.value as EndFit;
          onKeep({ ...brace, ends: index === 0 ? [fit, brace.ends[1]] : [brace.ends[0], fit] });
        }}
      >
        {END_FITS.map((fit) => (
          <option key={fit} value={fit}>
            {END_WORDS[fit]}
          </option>
        ))}
      </SelectField>
    </fieldset>
  );
}

function Laps({ build, bracing, plate, brace }: Pick<Props, 'build' | 'bracing' | 'plate'> & { brace: Brace }) {
  const { plan } = bracing;
  const crossings = crossingsOf(plan.braces).filter(({ a, b }) => a.id === brace.id || b.id === brace.id);
  if (crossings.length === 0) return null;
  const keepLap = (old: Lap | null, next: Lap | null) =>
    bracing.keep({ ...plan, laps: [...plan.laps.filter((lap) => lap !== old), ...(next ? [next] : [])] });
  return (
    <section aria-label="Laps" className="space-y-3 border-t border-grain pt-2">
      {crossings.map((crossing) => {
        const lap = lapOf(plan, crossing.a.id, crossing.b.id);
        const other = crossing.a.id === brace.id ? crossing.b : crossing.a;
        if (lap)
          return (
            <LapFields
              key={other.id}
              {...{ build, plate, crossing, lap, brace, other }}
              onKeep={(next) => keepLap(lap, next)}
            />
          );
        return (
          <div key={other.id}>
            <p>
              Passes {other.name} with no notch.{' '}
              <Button onClick={() => keepLap(null, newLap(brace, other))}>Cut a lap</Button>
            </p>
          </div>
        );
      })}
    </section>
  );
}

interface LapProps {
  build: Build;
  plate: GluedPlate;
  crossing: Crossing;
  lap: Lap;
  brace: Brace;
  other: Brace;
  onKeep: (lap: Lap | null) => void;
}

function LapFields({ build, plate, crossing, lap, brace, other, onKeep }: LapProps) {
  const { units } = build;
  const { fromAbove, lowerHeight } = lapCuts(lap, crossing);
  const lower = lap.lower === brace.id ? brace : other;
  const figures = lapFigures(lap, crossing, plate);
  return (
    <div className="space-y-2">
      <p className="font-medium">Lap with {other.name}</p>
      <SelectField
        label="Cut from above, glued first"
        value={lap.lower}
        onChange={(e) => onKeep({ ...lap, lower: e.target.value, depth: null })}
      >
        {[brace, other].map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </SelectField>
      <div className="grid grid-cols-2 gap-2">
        <QuantityField
          label="Depth of that cut"
          quantity="length"
          unit={units.thickness}
          value={fromAbove}
          check={(depth) =>
            depth > 0 && depth < lowerHeight
              ? null
              : `Between 0 and ${inWords(formatThickness(lowerHeight, units))}: ${lower.name} is no higher there`
          }
          onChange={(depth) => depth !== null && onKeep({ ...lap, depth })}
        />
        <SelectField
          label="Cap over it"
          value={lap.cap}
          onChange={(e) => onKeep({ ...lap, cap: e.target.value as Cap })}
        >
          {CAPS.map((cap) => (
            <option key={cap} value={cap}>
              {CAP_WORDS[cap]}
            </option>
          ))}
        </SelectField>
        {lap.cap === 'wood' && (
          <QuantityField
            label="Thickness of the cap"
            quantity="length"
            unit={units.thickness}
            value={lap.capThickness}
            check={(value) => (value > 0 && value < 0.01 ? null : 'Between 0 and 10 mm')}
            onChange={(value) => value !== null && onKeep({ ...lap, capThickness: value })}
          />
        )}
      </div>
      {figures && (
        <table className="w-full text-[0.97rem]">
          <caption className="text-left text-soft">{lower.name} keeps, of the uncut leg’s stiffness</caption>
          <thead>
            <tr className="text-left text-soft">
              <th className="font-normal">cap</th>
              <th className="text-right font-normal">as a beam</th>
              <th className="text-right font-normal">at the joint</th>
            </tr>
          </thead>
          <tbody>
            {figures.map(({ cap, asBeam, atJoint }) => (
              <tr key={cap} className={`border-t border-grain ${cap === lap.cap ? 'font-bold' : ''}`}>
                <td>{CAP_WORDS[cap]}</td>
                <td className="figures text-right">{percent(asBeam)}</td>
                <td className="figures text-right">{percent(atJoint)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Button kind="quiet" onClick={() => onKeep(null)}>
        No lap here
      </Button>
    </div>
  );
}

/** Null for a cut that can't be: the plan's cautions say why. */
function lapFigures(lap: Lap, crossing: Crossing, plate: GluedPlate) {
  try {
    return lapStiffness(lap, crossing, plate);
  } catch (failure) {
    if (failure instanceof InvalidInput) return null;
    throw failure;
  }
}

const percent = (share: number) => `${Math.round(100 * share)} %`;

function OfPatch({ build, bracing, ground, patch, onSelect }: Props & { patch: Patch }) {
  const { plan } = bracing;
  const { units } = build;
  const keep = (next: Patch) =>
    bracing.keep({ ...plan, patches: plan.patches.map((old) => (old.id === patch.id ? next : old)) });
  const within = (most: number, words: string) => (value: number) => (value > 0 && value < most ? null : words);
  const ring = patch.role === 'hole-ring';
  return (
    <>
      <h2 className="text-[1.5rem] font-bold">{patch.name}</h2>
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
        onChange={(e) => keep({ ...patch, grain: e.target.value as Patch['grain'] })}
      >
        <option value="along">with the top’s</option>
        <option value="across">across the top’s</option>
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
