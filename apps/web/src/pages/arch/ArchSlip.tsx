import { archSheet, archStl, undersideRadius } from '@nimble/core/templates';
import {
  arcOfRadius,
  arcOfRise,
  battenDeviation,
  bendingStrain,
  forceToConform,
  gapInDish,
  sagittaTable,
} from '@nimble/core/arch';
import { effectiveWidth } from '@nimble/core/section';
import { formatPlanLength, formatRadius, formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { InvalidInput } from '@nimble/core/base';
import { UNDERSIDES, type Brace, type BracingPlan, type GluedPlate, type Underside } from '@nimble/core/bracing';
import { useState } from 'react';
import type { Build } from '../../api/types';
import { UNDERSIDE_WORDS } from '../../words/bracing-words';
import { Caution, Row } from '../../ui/Row';
import { fileName, saveFile } from '../../ui/save-file';
import type { Bracing } from '../../api/use-bracing';
import { Button, Option, PanelSection, SelectField } from '../../ui';
import { QuantityField } from '../../forms';
import { Templates } from '../../bracing/CutSlip';
import { withBrace } from '../../plate/PlanHandles';
import { Undoing } from '../../bracing/PlanSlip';

interface Props {
  build: Build;
  bracing: Bracing;
  plate: GluedPlate;
  /** Of the brace that is picked, else the plate's width [m]. */
  span: number;
  brace: Brace | null;
  onPick: (id: string) => void;
}

/** Radius from rise and span and back, the dish, each brace's glue face, templates. */
export function ArchSlip(props: Props) {
  const { build, bracing, brace, span } = props;
  const { plan } = bracing;
  const radius = brace ? undersideRadius(brace, plan) : plan.archRadius;
  const { units } = build;
  return (
    <div className="space-y-3 pt-1">
      <p aria-live="polite">
        <span className="figures text-great leading-none font-medium">
          {radius === null ? 'flat' : formatRadius(radius, units).figure}
        </span>{' '}
        {radius !== null && formatRadius(radius, units).symbol}
        <span className="block text-soft">
          {brace ? `glue face of ${brace.name}` : 'the plate’s own arch'}, over {inWords(formatPlanLength(span, units))}
        </span>
      </p>
      <Undoing bracing={bracing} />
      <RadiusFields {...props} />
      {radius !== null && radius > span / 2 && <Figures {...props} radius={radius} />}
      <Faces {...props} />
      {radius !== null && radius > span / 2 && <ArchTemplates {...props} radius={radius} />}
      <Caution>
        Dishes with coarse paper: keep fingers flat and clear, wear eye protection and a respirator; follow the sander’s
        own instructions.
      </Caution>
    </div>
  );
}

const FLATTEST = 200;
const radiusUnit = ({ length }: UnitChoice) => (length === 'mm' ? 'm' : 'ft');
const radiusOk = (span: number) => (value: number) =>
  value > Math.max(0.5, span / 2) && value <= FLATTEST ? null : 'Between half a metre, half the span, and 200 m';

function RadiusFields({ build, bracing, span, brace }: Props) {
  const { plan } = bracing;
  const { units } = build;
  const keep = (change: Partial<BracingPlan>) => bracing.keep({ ...plan, ...change });
  const radius = brace ? undersideRadius(brace, plan) : plan.archRadius;
  const keepRadius = (value: number | null) => {
    if (!brace) return keep({ archRadius: value });
    bracing.keep(withBrace(plan, { ...brace, underside: value === null ? 'flat' : 'own', radius: value }));
  };
  const rise = radius !== null && radius >= span / 2 ? arcOfRadius(span, radius).rise : null;
  const riseOk = (value: number) => {
    try {
      return radiusOk(span)(arcOfRise(span, value).radius) && 'The radius would be over 200 m or too small';
    } catch (failure) {
      return failure instanceof InvalidInput ? `It ${failure.reason}` : String(failure);
    }
  };
  return (
    <div className="grid grid-cols-2 gap-2">
      <QuantityField
        label="Radius"
        quantity="length"
        unit={radiusUnit(units)}
        decimals={2}
        value={radius}
        optional
        hint="empty: flat"
        check={radiusOk(span)}
        onChange={keepRadius}
      />
      <QuantityField
        label="Rise over the span"
        quantity="length"
        unit={units.thickness}
        decimals={units.thickness === 'mm' ? 2 : undefined}
        value={rise}
        optional
        check={riseOk}
        onChange={(value) => keepRadius(value === null ? null : arcOfRise(span, value).radius)}
      />
      <QuantityField
        label="Radius of the dish"
        quantity="length"
        unit={radiusUnit(units)}
        decimals={2}
        value={plan.dishRadius}
        optional
        hint="empty: none"
        check={radiusOk(0)}
        onChange={(dishRadius) => keep({ dishRadius })}
      />
    </div>
  );
}

const STEPS = 8;
/**
 * Fibres of spruce begin to give in bending at about this strain (USDA Wood Handbook: strength over modulus of spruces)
 * (1).
 */
const BREAKING_STRAIN = 6e-3;

function Figures({ build, bracing, plate, span, brace, radius }: Props & { radius: number }) {
  const { plan } = bracing;
  const { units } = build;
  const arc = arcOfRadius(span, radius);
  const say = (metres: number) => inWords(formatThickness(metres, units));
  const gap = plan.dishRadius === null ? null : gapInDish(span, radius, plan.dishRadius);
  const strain = bendingStrain(plate.thickness, radius);
  const strip = effectiveWidth(plate.wood, Math.PI / 2, span);
  const force = forceToConform((plate.wood.E_C * plate.thickness ** 3 * strip) / 12, span, arc.rise);
  return (
    <>
      <dl>
        <Row name="rise" value={say(arc.rise)} />
        <Row
          name="a bent batten is off by"
          value={say(battenDeviation(arc))}
          hint="at most: it bends more in its middle"
        />
        {gap !== null && (
          <Row
            name={brace ? 'in the dish' : 'the plate in the dish'}
            value={Math.abs(gap) < 5e-5 ? 'fits' : `${say(Math.abs(gap))} open`}
            hint={Math.abs(gap) < 5e-5 ? null : gap > 0 ? 'at its ends' : 'in its middle'}
          />
        )}
        <Row
          name="bending the flat plate to it"
          value={`${((100 * strain) / BREAKING_STRAIN).toFixed(0)} %`}
          hint={`of what its fibres bear; a push of ${force.toFixed(1)} N on a strip of ${inWords(formatPlanLength(strip, units))} across`}
        />
      </dl>
      <table className="w-full text-note">
        <caption className="pt-1 text-left text-soft">Plane away, from the middle out</caption>
        <thead>
          <tr className="text-left text-soft">
            <th className="font-normal">from the middle</th>
            <th className="text-right font-normal">take off</th>
          </tr>
        </thead>
        <tbody>
          {sagittaTable(span, radius, STEPS).map(({ at, drop }) => (
            <tr key={at} className="border-t border-grain">
              <td className="figures">{inWords(formatPlanLength(at, units))}</td>
              <td className="figures text-right">{say(drop)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function Faces({ bracing, brace, onPick, build }: Props) {
  const { plan } = bracing;
  if (plan.braces.length === 0) return <p>Draw a plan in the layout to give each brace its glue face.</p>;
  return (
    <PanelSection heading="Each brace’s glue face" label="Glue faces" tight>
      <ul>
        {plan.braces.map((one) => {
          const radius = undersideRadius(one, plan);
          const gap =
            plan.dishRadius === null
              ? null
              : gapInDish(one.length, radius !== null && radius > one.length / 2 ? radius : null, plan.dishRadius);
          return (
            <li key={one.id} className="border-t border-grain py-1">
              <div className="flex items-center justify-between gap-2">
                <Button
                  kind="quiet"
                  className={`px-1 text-left ${one.id === brace?.id ? 'font-bold' : ''}`}
                  onClick={() => onPick(one.id)}
                >
                  {one.name}
                </Button>
                <div className="w-36 shrink-0">
                  <SelectField
                    label=""
                    aria-label={`Glue face of ${one.name}`}
                    value={one.underside}
                    onChoose={(chosen) =>
                      bracing.keep(
                        withBrace(plan, {
                          ...one,
                          underside: chosen as Underside,
                          radius: chosen === 'own' ? (one.radius ?? plan.archRadius ?? 7.6) : null,
                        }),
                      )
                    }
                  >
                    {UNDERSIDES.map((key) => (
                      <Option key={key} value={key}>
                        {UNDERSIDE_WORDS[key]}
                      </Option>
                    ))}
                  </SelectField>
                </div>
              </div>
              {gap !== null && Math.abs(gap) > 1e-4 && (
                <p className="text-note text-ember-ink">
                  Stands {inWords(formatThickness(Math.abs(gap), build.units))} open{' '}
                  {gap > 0 ? 'at its ends' : 'in its middle'} in the dish.
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </PanelSection>
  );
}

function ArchTemplates({ build, span, brace, radius }: Props & { radius: number }) {
  const [wide, setWide] = useState(span);
  const name = `No. ${build.number} ${build.name}`;
  const usable = Math.min(wide, 1.9 * radius);
  const words = `${name}: arch ${inWords(formatRadius(radius, build.units))}${brace ? `, ${brace.name}` : ''}`;
  return (
    <>
      <QuantityField
        label="Length of the template"
        quantity="length"
        unit={build.units.length}
        decimals={0}
        value={wide}
        check={(value) =>
          value >= 0.02 && value < 1.9 * radius && value <= 1.5 ? null : 'Too short or too long for that radius'
        }
        onChange={(value) => value !== null && setWide(value)}
      />
      <Templates title={name} sheets={() => [archSheet(usable, radius, words)]} />
      <Button
        className="no-print"
        onClick={() => saveFile(`${fileName(words)}.stl`, 'model/stl', archStl(usable, radius))}
      >
        STL of the hump
      </Button>
    </>
  );
}
