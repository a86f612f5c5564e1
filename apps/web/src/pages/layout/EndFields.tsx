import { END_FITS, heightAt, movedTo, type Brace, type EndFit } from '@nimble/core/bracing';
import { formatThickness, inWords } from '@nimble/core/units';
import type { Point } from '@nimble/core/outline';
import type { Build } from '../../api/types';
import { END_WORDS } from '../../words/bracing-words';
import type { Ground } from '../../api/use-bracing';
import { SelectField, Option } from '../../ui';
import { QuantityField } from '../../forms';

interface EndProps {
  build: Build;
  ground: Ground;
  brace: Brace;
  which: 'from' | 'to';
  index: 0 | 1;
  onKeep: (brace: Brace) => void;
}

/** One end of a brace: where it is and how it ends. */
export function EndFields({ build, ground, brace, which, index, onKeep }: EndProps) {
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
        onChoose={(chosen) => {
          const fit = chosen as EndFit;
          onKeep({ ...brace, ends: index === 0 ? [fit, brace.ends[1]] : [brace.ends[0], fit] });
        }}
      >
        {END_FITS.map((fit) => (
          <Option key={fit} value={fit}>
            {END_WORDS[fit]}
          </Option>
        ))}
      </SelectField>
    </fieldset>
  );
}
