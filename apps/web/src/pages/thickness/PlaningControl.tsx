import type { Face, Half, Stroke } from '@nimble/core/wood';
import type { Build } from '../../api/types';
import { strokeWords } from '../../words/stroke-words';
import { Button, Option, Select, SelectField } from '../../ui';
import type { Planing } from './use-planing';

const FACES: readonly [Face, string][] = [
  ['outer', 'outer face'],
  ['inner', 'inner face'],
];
const STROKES: readonly Stroke[] = ['neck', 'tail', 'scrape'];
const AS_HALF = 'half';

interface Props {
  build: Build;
  planing: Planing;
  /** The station that is touched: the part it lies in can have a way of its own. */
  station: { name: string; x: number; y: number } | null;
  onFace: (face: Face) => void;
  onChoices: (choices: Build['choices']) => void;
}

/** Which face is worked, which way each half planes, and the other way where it tore: a half, or one part of it. */
export function PlaningControl({ build, planing, station, onFace, onChoices }: Props) {
  const { face, caution } = planing;
  const kept = build.choices.planing;
  const turn = (half: Half) => {
    const next = planing.stroke[half] === 'tail' ? 'neck' : 'tail';
    onChoices({ ...build.choices, planing: { ...kept, [face]: { ...kept[face], [half]: next } } });
  };
  const words = (half: Half) => {
    const end = planing.stroke[half];
    return end ? `${half} half ${strokeWords(end)}` : `${half} half either way`;
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
      {caution && <p className="text-note font-medium text-ember-ink">{caution}</p>}
      <Parts {...{ build, planing, station, onChoices }} />
    </section>
  );
}

/** Parts that are planed otherwise than their half, and the one that is touched. */
function Parts({ build, planing, station, onChoices }: Pick<Props, 'build' | 'planing' | 'station' | 'onChoices'>) {
  const own = [...new Set(planing.found.map(({ place }) => place))];
  const here = station && planing.partAt(station);
  const keep = (strokes: Build['choices']['strokes']) => onChoices({ ...build.choices, strokes });
  const choose = (part: string, chosen: string, place: { x: number; y: number }) =>
    keep(planing.changed(part, chosen === AS_HALF ? null : (chosen as Stroke), place));
  const wayOf = (part: string) => {
    const way = planing.at(part);
    return own.includes(part) && typeof way === 'string' ? way : AS_HALF;
  };
  return (
    <>
      {own
        .filter((part) => part !== here)
        .map((part) => (
          <div key={part} className="flex items-center justify-between gap-2">
            <span>
              {part}: {wayOf(part) === AS_HALF ? 'as its half' : strokeWords(wayOf(part) as Stroke)}
            </span>
            <Button
              kind="quiet"
              className="min-h-11 px-2"
              aria-label={`${part} as its half`}
              onClick={() => choose(part, AS_HALF, { x: 0, y: 0 })}
            >
              ×
            </Button>
          </div>
        ))}
      {station && here && (
        <SelectField
          label={`Here, ${here[0]!.toLowerCase()}${here.slice(1)}`}
          value={wayOf(here)}
          onChoose={(chosen) => choose(here, chosen, station)}
        >
          <Option value={AS_HALF}>as its half</Option>
          {STROKES.map((stroke) => (
            <Option key={stroke} value={stroke}>
              {strokeWords(stroke)}
            </Option>
          ))}
        </SelectField>
      )}
    </>
  );
}
