import {
  BRIDGE_KINDS,
  rigidityAcrossLine,
  type BridgeKind,
  type BridgePlan,
  type GluedPlate,
  type PlanString,
} from '@nimble/core/bracing';
import { formatPlanLength, formatQuantity, inWords } from '@nimble/core/units';
import { InvalidInput } from '@nimble/core/base';
import { sinkUnderForce, stringLoad, turnUnderTorque, usualStrings, type StringLoad } from '@nimble/core/strings';
import { widthAt } from '@nimble/core/outline';
import type { Build } from '../../api/types';
import { BRIDGE_WORDS } from '../../words/bracing-words';
import { Caution, Row } from '../../ui/Row';
import { bridgePlace, type Bracing, type Ground } from '../../api/use-bracing';
import { Option, PanelSection, SelectField, TextField } from '../../ui';
import { QuantityField } from '../../forms';
import { useState } from 'react';
import { degrees } from '../../plate/PlanHandles';
import { Undoing } from '../../bracing/PlanSlip';
import { StringTable } from './StringTable';

interface Props {
  build: Build;
  bracing: Bracing;
  ground: Ground;
  plate: GluedPlate & { measured: boolean };
  onScale: (scale: number) => void;
}

/** Pull of the strings and what it does at the bridge. */
export function StringsSlip(props: Props) {
  const { build, bracing, ground, onScale } = props;
  const { bridge } = bracing.plan;
  const strings = bracing.plan.strings ?? usualStrings(build.family);
  const load = loadOf(strings, ground.scale, bridge);
  const keepBridge = (change: Partial<BridgePlan>) =>
    bracing.keep({ ...bracing.plan, bridge: { ...bridge, ...change } });
  return (
    <div className="space-y-3 pt-1">
      {'refused' in load ? (
        <p role="alert" className="font-medium text-ember-ink">
          {load.refused}
        </p>
      ) : (
        <Load {...props} load={load} />
      )}
      <Undoing bracing={bracing} />
      <BridgeFields {...{ build, bridge, ground, onScale }} onKeep={keepBridge} />
      <StringTable
        strings={strings}
        load={'refused' in load ? null : load}
        own={bracing.plan.strings !== null}
        onKeep={(next) => bracing.keep({ ...bracing.plan, strings: next })}
      />
      <Caution>
        Strings under tension can break and whip: protect the eyes, and bring them up slowly. A light top can fail;
        these figures are estimates.
      </Caution>
    </div>
  );
}

function loadOf(strings: readonly PlanString[], scale: number, bridge: BridgePlan): StringLoad | { refused: string } {
  try {
    return stringLoad(strings, scale, bridge);
  } catch (failure) {
    if (failure instanceof InvalidInput) return { refused: `The ${failure.field} ${failure.reason}.` };
    throw failure;
  }
}

function Load({ build, bracing, ground, plate, load }: Props & { load: StringLoad }) {
  const { plan } = bracing;
  const floating = plan.bridge.kind === 'floating';
  const at = bridgePlace(plan, ground);
  const width = widthAt(ground.shape.outline, at);
  const rigidity = width && rigidityAcrossLine(plan.braces, plate, at, width.yMax - width.yMin);
  const { xMin } = ground.shape.bounds;
  const place = Math.min(ground.shape.length, Math.max(0, at - xMin));
  return (
    <>
      <p aria-live="polite">
        <span className="figures text-great leading-none font-medium">{Math.round(load.total)}</span> N
        <span className="block text-soft">
          pull of all strings together, {formatQuantity(load.total, 'force', 'kgf', 0).figure} kgf
        </span>
      </p>
      <dl>
        <Row
          name="saddle, from the neck edge"
          value={inWords(formatPlanLength(at - xMin, build.units))}
          hint={
            ground.hole &&
            `${inWords(formatPlanLength(at - ground.hole.x - ground.hole.diameter / 2, build.units))} behind the hole’s edge`
          }
        />
        {floating ? (
          <Row name="down onto the top" value={`${Math.round(load.downForce)} N`} />
        ) : (
          <Row
            name="turning the bridge"
            value={`${load.torque.toFixed(1)} N m`}
            hint={`strings ${inWords(formatPlanLength(plan.bridge.stringHeight, build.units))} over the top`}
          />
        )}
        {rigidity !== null && build.construction !== 'carved' && (
          <>
            <Row
              name="plate and braces there"
              value={`${rigidity.toFixed(0)} N m²`}
              hint={plate.measured ? 'thickness as surveyed' : 'thickness not yet measured: 2.8 mm taken'}
            />
            {floating ? (
              <Row
                name="sinks, as a bare beam"
                value={`${(1000 * sinkUnderForce(load.downForce, rigidity, ground.shape.length, place)).toFixed(1)} mm`}
              />
            ) : (
              <Row
                name="turns, as a bare beam"
                value={degrees(turnUnderTorque(load.torque, rigidity, ground.shape.length, place))}
              />
            )}
          </>
        )}
      </dl>
      <p className="text-note text-soft">
        {build.construction === 'carved'
          ? 'A carved top carries by its arch as much as by its wood: no beam says how far it sinks.'
          : 'The beam has only its two ends to rest on; the sides help a real top, so it gives less. A first comparison between plans, no forecast.'}
      </p>
    </>
  );
}

interface BridgeProps {
  build: Build;
  bridge: BridgePlan;
  ground: Ground;
  onScale: (scale: number) => void;
  onKeep: (change: Partial<BridgePlan>) => void;
}

function BridgeFields({ build, bridge, ground, onScale, onKeep }: BridgeProps) {
  const unit = build.units.length;
  const decimals = unit === 'mm' ? 1 : 3;
  const scaleOk = (value: number) => (value >= 0.1 && value <= 1.5 ? null : 'Between 100 mm and 1.5 m');
  const small = (most: number) => (value: number) =>
    value > 0 && value <= most ? null : `Between 0 and ${1000 * most} mm`;
  const offset = (value: number) => (value >= -0.02 && value <= 0.03 ? null : 'Between −20 and 30 mm');
  const angle = (value: number) => (value >= 0 && value <= 1 ? null : 'Between 0° and 57°');
  return (
    <PanelSection label="Bridge">
      <SelectField label="Bridge" value={bridge.kind} onChoose={(chosen) => onKeep({ kind: chosen as BridgeKind })}>
        {BRIDGE_KINDS.map((kind) => (
          <Option key={kind} value={kind}>
            {BRIDGE_WORDS[kind]}
          </Option>
        ))}
      </SelectField>
      <div className="grid grid-cols-2 gap-2">
        <QuantityField
          label={bridge.bassScale === null ? 'Scale' : 'Scale, treble'}
          quantity="length"
          unit={unit}
          decimals={decimals}
          value={ground.scale}
          check={scaleOk}
          hint={ground.ownScale ? undefined : 'usual of the family'}
          onChange={(scale) => scale !== null && onScale(scale)}
        />
        <QuantityField
          label="Scale, bass, if fanned"
          quantity="length"
          unit={unit}
          decimals={decimals}
          value={bridge.bassScale}
          optional
          check={scaleOk}
          onChange={(bassScale) => onKeep({ bassScale })}
        />
        <FretField value={bridge.fretAtBody} onKeep={(fretAtBody) => onKeep({ fretAtBody })} />
        <QuantityField
          label={bridge.kind === 'floating' ? 'Strings over the top' : 'Strings over the top'}
          quantity="length"
          unit={unit}
          decimals={decimals}
          value={bridge.stringHeight}
          check={small(0.15)}
          onChange={(value) => value !== null && onKeep({ stringHeight: value })}
        />
        <QuantityField
          label="Longer by, treble"
          quantity="length"
          unit={unit}
          decimals={decimals}
          value={bridge.compensationTreble}
          check={offset}
          onChange={(value) => value !== null && onKeep({ compensationTreble: value })}
        />
        <QuantityField
          label="Longer by, bass"
          quantity="length"
          unit={unit}
          decimals={decimals}
          value={bridge.compensationBass}
          check={offset}
          onChange={(value) => value !== null && onKeep({ compensationBass: value })}
        />
        <QuantityField
          label="Bridge across"
          quantity="length"
          unit={unit}
          decimals={decimals}
          value={bridge.span}
          check={small(0.5)}
          onChange={(span) => span !== null && onKeep({ span })}
        />
        <QuantityField
          label="and along"
          quantity="length"
          unit={unit}
          decimals={decimals}
          value={bridge.width}
          check={small(0.2)}
          onChange={(width) => width !== null && onKeep({ width })}
        />
        {bridge.kind === 'floating' && (
          <>
            <QuantityField
              label="Break before it"
              quantity="angle"
              unit="°"
              decimals={1}
              value={bridge.angleBefore}
              check={angle}
              onChange={(value) => value !== null && onKeep({ angleBefore: value })}
            />
            <QuantityField
              label="Break behind it"
              quantity="angle"
              unit="°"
              decimals={1}
              value={bridge.angleBehind}
              check={angle}
              onChange={(value) => value !== null && onKeep({ angleBehind: value })}
            />
          </>
        )}
      </div>
    </PanelSection>
  );
}

function FretField({ value, onKeep }: { value: number; onKeep: (fret: number) => void }) {
  const [text, setText] = useState(String(value));
  const [shown, setShown] = useState(value);
  if (shown !== value) {
    setShown(value);
    setText(String(value));
  }
  const fret = Number(text.replace(',', '.'));
  const wrong = text.trim() !== '' && fret >= 0 && fret <= 30 ? null : 'From 0 to 30';
  const commit = () => wrong === null && fret !== value && onKeep(fret);
  return (
    <TextField
      label="Fret at the body"
      className="figures"
      inputMode="decimal"
      value={text}
      error={wrong}
      onChange={(e) => setText(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => e.key === 'Enter' && commit()}
    />
  );
}
