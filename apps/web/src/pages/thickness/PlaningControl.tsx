import { planingAdvice, type Face, type Half, type PlaningAdvice } from '@nimble/core/wood';
import { useMemo } from 'react';
import { useWoodSet } from '../../api/wood';
import type { Build } from '../../api/types';
import { Button, Select, Option } from '../../ui';

const FACES: readonly [Face, string][] = [
  ['outer', 'outer face'],
  ['inner', 'inner face'],
];
const NOTHING = { rise: { bass: null, treble: null }, runout: 0, figure: '' } as const;

/** What the grain of the build's set asks of the plane on a face; the maker's own word overrules it. */
export function usePlaning(build: Build, face: Face): PlaningAdvice {
  const set = useWoodSet(build.wood.set?.id ?? '').data;
  return useMemo(() => {
    const wood = set
      ? { rise: { bass: set.risesBass, treble: set.risesTreble }, runout: set.runout, figure: set.figure }
      : NOTHING;
    return planingAdvice(wood, face, build.choices.planing[face]);
  }, [set, face, build.choices.planing]);
}

interface Props {
  build: Build;
  face: Face;
  advice: PlaningAdvice;
  onFace: (face: Face) => void;
  onChoices: (choices: Build['choices']) => void;
}

/** Which face is worked, which way each half planes, and the other way where it tore. */
export function PlaningControl({ build, face, advice, onFace, onChoices }: Props) {
  const { planing } = build.choices;
  const turn = (half: Half) => {
    const next = advice.stroke[half] === 'tail' ? 'neck' : 'tail';
    onChoices({ ...build.choices, planing: { ...planing, [face]: { ...planing[face], [half]: next } } });
  };
  const words = (half: Half) => {
    const end = advice.stroke[half];
    return end ? `${half} half toward the ${end}` : `${half} half either way`;
  };
  return (
    <section aria-label="Which way to plane" className="border-l-2 border-spruce pl-3">
      <div className="flex items-center gap-2">
        <span className="text-soft">Plane the</span>
        <Select aria-label="Face" value={face} onChoose={(chosen) => onFace(chosen as Face)}>
          {FACES.map(([key, name]) => (
            <Option key={key} value={key}>
              {name}
            </Option>
          ))}
        </Select>
      </div>
      {(['treble', 'bass'] as const).map((half) => (
        <div key={half} className="flex items-center justify-between gap-2">
          <span>{words(half)}</span>
          <Button
            kind="quiet"
            className="min-h-11 px-2"
            aria-label={`Turn the ${half} half`}
            onClick={() => turn(half)}
          >
            ⇄
          </Button>
        </div>
      ))}
      {advice.caution && <p className="text-note font-medium text-ember-ink">{advice.caution}</p>}
    </section>
  );
}
