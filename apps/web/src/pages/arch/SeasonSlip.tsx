import { archInSeason, type Season } from '@nimble/core/arch';
import { effectiveWidth, plainFigures } from '@nimble/core/section';
import { formatPlanLength, formatRadius, formatThickness, inWords } from '@nimble/core/units';
import { movementAcross, equilibriumMoisture, TYPICAL_RADIAL_SHRINKAGE } from '@nimble/core/moisture';
import type { Brace, GluedPlate } from '@nimble/core/bracing';
import { useState } from 'react';
import type { Build } from '../../api/types';
import { Row } from '../../ui/Row';
import type { Bracing } from '../../api/use-bracing';
import { QuantityField } from '../../forms';

interface Props {
  build: Build;
  bracing: Bracing;
  plate: GluedPlate;
  brace: Brace | null;
  /** Width of the plate [m]. */
  span: number;
}

/** The air at glue-up against the air of later: what the arch does. */
export function SeasonSlip({ build, bracing, plate, brace, span }: Props) {
  const [glued, setGlued] = useState<Season>({ temperatureC: 20, relativeHumidity: 0.45 });
  const [later, setLater] = useState<Season>({ temperatureC: 21, relativeHumidity: 0.3 });
  const { units } = build;
  // The brace that runs most across the grain is the one that the plate pulls on.
  const across = brace ?? mostAcross(bracing.plan.braces);
  const moved = movementAcross(
    span,
    equilibriumMoisture(glued.temperatureC, glued.relativeHumidity),
    equilibriumMoisture(later.temperatureC, later.relativeHumidity),
  );
  const { archRadius } = bracing.plan;
  const outcome = across && archInSeason(layersOf(across, plate, span), { archRadius, span, glued, later });
  const before = archRadius === null ? 0 : span ** 2 / 8 / archRadius;
  return (
    <div className="space-y-3 pt-1">
      {outcome && (
        <p aria-live="polite">
          <span className="figures text-great leading-none font-medium">
            {formatThickness(outcome.rise, units).figure}
          </span>{' '}
          {formatThickness(outcome.rise, units).symbol}
          <span className="block text-soft">
            rise over {inWords(formatPlanLength(span, units))} then; {inWords(formatThickness(before, units))} as glued
          </span>
        </p>
      )}
      {outcome && outcome.rise < 0 && (
        <p className="font-medium text-ember-ink">
          It goes hollow: the first sign before a crack. Glue at a lower humidity, or give it more arch.
        </p>
      )}
      <SeasonFields title="When it is glued" units={units.temperature} season={glued} onChange={setGlued} />
      <SeasonFields title="A dry winter" units={units.temperature} season={later} onChange={setLater} />
      <dl>
        <Row
          name={moved < 0 ? 'a free plate shrinks' : 'a free plate swells'}
          value={inWords(formatThickness(Math.abs(moved), units))}
          hint={`over its width, at ${100 * TYPICAL_RADIAL_SHRINKAGE} % from green to dry`}
        />
        {outcome && (
          <Row
            name="radius then"
            value={
              outcome.radius === null
                ? 'flat'
                : `${inWords(formatRadius(Math.abs(outcome.radius), units))}${outcome.radius < 0 ? ' hollow' : ''}`
            }
            hint={`by ${across.name}`}
          />
        )}
      </dl>
      {!across && (
        <p>Draw a brace that runs across the grain: with it the plate can’t shrink freely and the arch moves.</p>
      )}
      <p className="text-note text-soft">
        An estimate of a strip of plate on one brace: the plate shrinks across its grain, the brace hardly does, and the
        pair bends like two metals. The rim holds a glued box back.
      </p>
    </div>
  );
}

function mostAcross(braces: readonly Brace[]): Brace | null {
  const slant = ({ from, to, length }: Brace) => Math.abs(to[1] - from[1]) / length + length * 1e-3;
  return braces.reduce<Brace | null>((most, brace) => (most && slant(most) >= slant(brace) ? most : brace), null);
}

function layersOf(brace: Brace, plate: GluedPlate, span: number) {
  const tall = Math.max(...brace.heights);
  const { area, centroidHeight, secondMoment } = plainFigures({
    shape: brace.section,
    width: brace.width,
    height: tall,
    ...(brace.topWidth !== null && { topWidth: brace.topWidth }),
  });
  const stretch = plate.wood.E_C * plate.thickness * effectiveWidth(plate.wood, Math.PI / 2, span);
  return {
    plate: { stretch, at: -plate.thickness / 2, own: (stretch * plate.thickness ** 2) / 12 },
    brace: { stretch: brace.modulus * area, at: centroidHeight, own: brace.modulus * secondMoment },
  };
}

interface FieldsProps {
  title: string;
  units: '°C' | '°F';
  season: Season;
  onChange: (season: Season) => void;
}

function SeasonFields({ title, units, season, onChange }: FieldsProps) {
  return (
    <fieldset className="border-t border-grain pt-2">
      <legend className="float-left w-full font-medium">{title}</legend>
      <div className="clear-both grid grid-cols-2 gap-2">
        <QuantityField
          label="Humidity"
          quantity="ratio"
          unit="%"
          decimals={0}
          value={season.relativeHumidity}
          check={(value) => (value >= 0.05 && value <= 0.95 ? null : 'Between 5 and 95 %')}
          onChange={(relativeHumidity) => relativeHumidity !== null && onChange({ ...season, relativeHumidity })}
        />
        <QuantityField
          label="Temperature"
          quantity="temperature"
          unit={units}
          decimals={0}
          value={season.temperatureC}
          check={(value) => (value >= -10 && value <= 60 ? null : 'Between −10 and 60 °C')}
          onChange={(temperatureC) => temperatureC !== null && onChange({ ...season, temperatureC })}
        />
      </div>
    </fieldset>
  );
}
