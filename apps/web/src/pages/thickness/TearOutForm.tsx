import { Fold } from '../../ui';
import { formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import type { TearOut } from '@nimble/core/verdict';
import { useState } from 'react';
import { positiveBelow, QuantityField } from '../../forms';

export type JudgeTear = (place: { x: number; y: number; depth: number }) => Promise<TearOut | null>;

interface Props {
  judge: JudgeTear;
  station: { name: string; x: number; y: number } | null;
  units: UnitChoice;
}

/** A torn place would have to be planed to its bottom: does the plate still fit then? */
export function TearOutForm({ judge, station, units }: Props) {
  const [depth, setDepth] = useState<number | null>(null);
  const [answer, setAnswer] = useState<{ words: string; fits: boolean } | null>(null);
  if (!station) return null;
  const ask = async (value: number | null) => {
    setDepth(value);
    if (value === null) return setAnswer(null);
    try {
      const tear = await judge({ x: station.x, y: station.y, depth: value });
      if (tear) setAnswer({ fits: tear.fits, words: tearWords(tear, units) });
    } catch (failure) {
      setAnswer({ fits: false, words: (failure as Error).message.replace(/^\w+: /, 'The tear ') });
    }
  };
  return (
    <Fold title={<>A tear-out at {station.name}?</>}>
      <QuantityField
        label={`How deep, at ${station.name}`}
        quantity="length"
        unit={units.thickness}
        value={depth}
        optional
        check={positiveBelow(0.02, 'That is deeper than the plate')}
        onLive={(value) => void ask(value)}
        onChange={(value) => void ask(value)}
      />
      {answer && <p className={`mt-1 font-medium ${answer.fits ? 'text-spruce' : 'text-ember-ink'}`}>{answer.words}</p>}
    </Fold>
  );
}

function tearWords({ fits, left, spare }: TearOut, units: UnitChoice): string {
  const thickness = (value: number) => inWords(formatThickness(value, units));
  return fits
    ? `Planed out it leaves ${thickness(left)}: it fits, with ${thickness(spare)} to spare.`
    : `Planed out it leaves ${thickness(left)}, ${thickness(-spare)} too little: fill it, or turn it to a place under the bridge or a brace.`;
}
