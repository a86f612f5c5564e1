import {
  CAPS,
  crossingsOf,
  lapCuts,
  lapOf,
  lapStiffness,
  newLap,
  type Brace,
  type Cap,
  type Crossing,
  type GluedPlate,
  type Lap,
} from '@nimble/core/bracing';
import { formatThickness, inWords } from '@nimble/core/units';
import { InvalidInput } from '@nimble/core/base';
import type { Build } from '../../api/types';
import { CAP_WORDS } from '../../words/bracing-words';
import type { Bracing } from '../../api/use-bracing';
import { Button, Option, PanelSection, SelectField } from '../../ui';
import { QuantityField } from '../../forms';

interface LapsProps {
  build: Build;
  bracing: Bracing;
  plate: GluedPlate;
  brace: Brace;
}

/** How a brace passes the others: notches, caps, and what they cost. */
export function Laps({ build, bracing, plate, brace }: LapsProps) {
  const { plan } = bracing;
  const crossings = crossingsOf(plan.braces).filter(({ a, b }) => a.id === brace.id || b.id === brace.id);
  if (crossings.length === 0) return null;
  const keepLap = (old: Lap | null, next: Lap | null) =>
    bracing.keep({ ...plan, laps: [...plan.laps.filter((lap) => lap !== old), ...(next ? [next] : [])] });
  return (
    <PanelSection label="Laps">
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
    </PanelSection>
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
        onChoose={(chosen) => onKeep({ ...lap, lower: chosen, depth: null })}
      >
        {[brace, other].map(({ id, name }) => (
          <Option key={id} value={id}>
            {name}
          </Option>
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
        <SelectField label="Cap over it" value={lap.cap} onChoose={(chosen) => onKeep({ ...lap, cap: chosen as Cap })}>
          {CAPS.map((cap) => (
            <Option key={cap} value={cap}>
              {CAP_WORDS[cap]}
            </Option>
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
        <table className="w-full text-note">
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
