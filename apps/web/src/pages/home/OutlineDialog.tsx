import { OUTLINE_UNITS, type ImportedOutline, type OutlineReading, type OutlineUnit } from '@nimble/core/formats';
import { drawHoles, type HoleSpec } from '@nimble/core/outline';

import { formatPlanLength, inWords, type UnitChoice } from '@nimble/core/units';
import { useState } from 'react';
import { MM, PlateLines, polygonPath } from '../../plate';
import { Button, CheckField, Dialog, Option, SelectField } from '../../ui';
import { chosenAtFirst, sizeDoubt } from './outline-file-words';

interface Props {
  name: string;
  outline: ImportedOutline;
  reading: OutlineReading;
  units: UnitChoice;
  /** Reads the file again, another way. */
  onReading: (reading: OutlineReading) => void;
  onTake: (outline: ImportedOutline, holes: HoleSpec[], lines: ImportedOutline['lines']) => void;
  onClose: () => void;
}

const UNIT_WORDS: Record<OutlineUnit, string> = {
  mm: 'millimetres',
  cm: 'centimetres',
  m: 'metres',
  in: 'inches',
  ft: 'feet',
  px: 'pixels, 96 to the inch',
};

/** How large a drawing comes out, before it is taken. */
export function OutlineDialog({ name, outline, reading, units, onReading, onTake, onClose }: Props) {
  const { unit, isHalf, holes, length, width } = outline;
  // Read another way, the drawing has other openings.
  const [own, setOwn] = useState<{ of: readonly HoleSpec[]; chosen: readonly number[] } | null>(null);
  const chosen = own?.of === holes ? own.chosen : chosenAtFirst(holes);
  const doubt = sizeDoubt(outline);
  const taken = holes.filter((_, i) => chosen.includes(i));
  const [withLines, setWithLines] = useState(true);
  const lines = outline.lines.filter((line) => !isOfSlots(line, taken));
  return (
    <Dialog title={`The outline in ${name}`} open onClose={onClose}>
      <Preview outline={outline} holes={taken} lines={withLines ? lines : []} />
      <p data-testid="drawn-size" className="figures my-2 text-lead font-bold">
        {inWords(formatPlanLength(length, units))} long, {inWords(formatPlanLength(width, units))} wide
      </p>
      {doubt && (
        <p role="alert" className="mb-2 font-medium text-ember-ink">
          {doubt}
        </p>
      )}
      <SelectField
        label={unit.told ? 'Its figures are, as the file says' : 'Its figures are (the file does not say)'}
        value={unit.used}
        onChoose={(used) => onReading({ ...reading, unit: used as OutlineUnit })}
      >
        {OUTLINE_UNITS.map((key) => (
          <Option key={key} value={key}>
            {UNIT_WORDS[key]}
          </Option>
        ))}
      </SelectField>
      {isHalf && (
        <CheckField
          label="It is half a template: add the other half"
          checked={reading.mirror ?? true}
          onChange={(mirror) => onReading({ ...reading, mirror })}
        />
      )}
      <CheckField
        label="The neck is at the other end"
        checked={reading.turned ?? false}
        onChange={(turned) => onReading({ ...reading, turned })}
      />
      {holes.map((hole, i) => (
        <CheckField
          key={i}
          label={holeWords(hole, units)}
          checked={chosen.includes(i)}
          onChange={(on) => setOwn({ of: holes, chosen: on ? [...chosen, i] : chosen.filter((one) => one !== i) })}
        />
      ))}
      {lines.length > 0 && (
        <CheckField
          label={`${lines.length === 1 ? 'A line' : `${lines.length} lines`} inside: braces, to be confirmed in Layout`}
          checked={withLines}
          onChange={setWithLines}
        />
      )}
      <div className="mt-3 flex gap-2">
        <Button kind="main" className="flex-1" onClick={() => onTake(outline, taken, withLines ? lines : [])}>
          Take this outline
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </Dialog>
  );
}

function holeWords(hole: HoleSpec, units: UnitChoice): string {
  const at = inWords(formatPlanLength(hole.x, units));
  if (hole.kind === 'round')
    return `Open a round hole of ${inWords(formatPlanLength(hole.diameter, units))}, its middle at ${at}`;
  return `Open a pair of slots ${inWords(formatPlanLength(hole.length, units))} long, their middle at ${at}`;
}

/** What is opened as a slot is no brace. */
function isOfSlots([a, b]: ImportedOutline['lines'][number], holes: readonly HoleSpec[]): boolean {
  const [x, y] = [(a[0] + b[0]) / 2, Math.abs(a[1] + b[1]) / 2];
  return holes.some((hole) => hole.kind === 'f-holes' && Math.hypot(x - hole.x, y - hole.spread / 2) < NEAR);
}

/** [m] */
const NEAR = 0.008;

interface Shown {
  outline: ImportedOutline;
  holes: HoleSpec[];
  lines: ImportedOutline['lines'];
}

function Preview({ outline: { points, length, width }, holes, lines }: Shown) {
  const margin = 0.02 * length * MM;
  const box = [-margin, (-width / 2) * MM - margin, length * MM + 2 * margin, width * MM + 2 * margin];
  const drawn = [points, ...holes.flatMap(drawHoles)].map(polygonPath).join('');
  return (
    <svg viewBox={box.join(' ')} className="max-h-52 w-full" role="img" aria-label="The outline, neck end to the left">
      <path d={drawn} fillRule="evenodd" fill="var(--wood)" stroke="var(--ink)" strokeWidth={margin / 4} />
      <PlateLines lines={lines} stroke="var(--brass)" strokeWidth={margin / 2} strokeDasharray={margin} />
    </svg>
  );
}
