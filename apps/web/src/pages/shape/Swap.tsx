/** Another section for a brace that is as stiff: on its own, and once it is glued to its plate. */
import { formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import {
  gluedRigidity,
  heightOfSameGluedRigidity,
  LEAST_HEIGHT,
  type Brace,
  type GluedPlate,
} from '@nimble/core/bracing';
import {
  heightOfSameStiffness,
  plainFigures,
  SECTION_SHAPES,
  type Section,
  type SectionShape,
} from '@nimble/core/section';
import { useState } from 'react';
import type { Build } from '../../api/types';
import { Button, Option, PanelSection, SelectField } from '../../ui';
import { QuantityField } from '../../forms';
import { SECTIONS, TALLEST, tallestOf, within } from '../../words/section-words';

interface Props {
  build: Build;
  brace: Brace;
  plate: GluedPlate;
  onKeep: (brace: Brace) => void;
}

const tallSection = (brace: Brace): Section => ({
  shape: brace.section,
  width: brace.width,
  height: tallestOf(brace),
  ...(brace.topWidth !== null && { topWidth: brace.topWidth }),
});

/** "9 x 12 to something 6 mm wide: how high?" */
export function Swap({ build, brace, plate, onKeep }: Props) {
  const { units } = build;
  const [shape, setShape] = useState<SectionShape>('rectangle');
  const [width, setWidth] = useState((brace.width * 2) / 3);
  const from = tallSection(brace);
  const to = { shape, width, ...(shape === 'trapezoid' && { topWidth: width / 2 }) };
  const alone = { ...to, height: heightOfSameStiffness(from, to) };
  const glued = { ...to, height: heightOfSameGluedRigidity(brace, from, to, plate) };
  const now = gluedRigidity(brace, from, plate);
  const makeIt = ({ height }: Section) =>
    onKeep({
      ...brace,
      section: shape,
      width,
      topWidth: to.topWidth ?? null,
      endWidth: null,
      endTopWidth: null,
      heights: brace.heights.map((old) => Math.max(LEAST_HEIGHT / 3, (old * height) / from.height)),
    });
  return (
    <PanelSection heading="As stiff, of another section">
      <div className="grid grid-cols-2 gap-2">
        <SelectField label="Section" value={shape} onChoose={(chosen) => setShape(chosen as SectionShape)}>
          {SECTION_SHAPES.map((key) => (
            <Option key={key} value={key}>
              {SECTIONS[key]}
            </Option>
          ))}
        </SelectField>
        <QuantityField
          label="Width"
          quantity="length"
          unit={units.thickness}
          value={width}
          check={within(0.1, 'must lie between 0 and 100 mm')}
          onLive={setWidth}
          onChange={(value) => value !== null && setWidth(value)}
        />
      </div>
      <Choice title="Glued to this plate" section={glued} {...{ from, units }} onTake={() => makeIt(glued)}>
        with the strip of plate that works with it, {now.toPrecision(3)} N m² as now
      </Choice>
      <Choice title="On its own" section={alone} {...{ from, units }} onTake={() => makeIt(alone)}>
        as a free bar; once glued {changeWords(gluedRigidity(brace, alone, plate) / now)}
      </Choice>
    </PanelSection>
  );
}

interface ChoiceProps {
  title: string;
  section: Section;
  from: Section;
  units: UnitChoice;
  onTake: () => void;
  children: React.ReactNode;
}

function Choice({ title, section, from, units, onTake, children }: ChoiceProps) {
  const weight = plainFigures(section).area / plainFigures(from).area;
  return (
    <div className="flex items-center justify-between gap-2">
      <p>
        {title}: <span className="figures">{inWords(formatThickness(section.height, units))}</span> high,{' '}
        <span className="figures">{Math.round(100 * weight)} %</span> of the weight{' '}
        <span className="text-note text-soft">({children})</span>
      </p>
      <Button
        className="shrink-0"
        disabled={section.height >= TALLEST}
        aria-label={`Make it so: ${title}`}
        onClick={onTake}
      >
        Make it so
      </Button>
    </div>
  );
}

function changeWords(share: number): string {
  const per = Math.round(100 * (share - 1));
  if (per === 0) return 'as stiff as now';
  return `${Math.abs(per)} % ${per > 0 ? 'stiffer' : 'softer'}`;
}

/** Every section at this height, and at this stiffness: both truths. */
export function Shapes({ build, brace }: Pick<Props, 'build' | 'brace'>) {
  const { units } = build;
  const height = tallestOf(brace);
  const block = { shape: 'rectangle' as const, width: brace.width, height };
  const plain = plainFigures(block);
  return (
    <table className="w-full text-note">
      <caption className="pt-2 text-left text-soft">Sections of this width against a plain block</caption>
      <thead>
        <tr className="text-left align-bottom text-soft">
          <th className="font-normal" />
          <th className="text-right font-normal">as high: weight, stiffness</th>
          <th className="text-right font-normal">as stiff: height, weight</th>
        </tr>
      </thead>
      <tbody>
        {SECTION_SHAPES.filter((shape) => shape !== 'rectangle').map((shape) => {
          const section = { shape, width: brace.width, ...(shape === 'trapezoid' && { topWidth: brace.width / 2 }) };
          const same = plainFigures({ ...section, height });
          const stiff = heightOfSameStiffness(block, section);
          const weight = plainFigures({ ...section, height: stiff }).area / plain.area;
          return (
            <tr key={shape} className="border-t border-grain">
              <td>{SECTIONS[shape]}</td>
              <td className="figures text-right">
                {Math.round((100 * same.area) / plain.area)} %,{' '}
                {Math.round((100 * same.secondMoment) / plain.secondMoment)} %
              </td>
              <td className="figures text-right">
                {inWords(formatThickness(stiff, units))}, {Math.round(100 * weight)} %
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
