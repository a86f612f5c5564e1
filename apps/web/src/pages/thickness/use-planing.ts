import { trebleSignOf } from '@nimble/core/graduation';
import type { PlateShape } from '@nimble/core/outline';
import type { TearMark } from '@nimble/core/project';
import { sideOfPlace, zoneOfPlace, zoneWords } from '@nimble/core/verdict';
import {
  planingAdvice,
  strokeAt,
  type Face,
  type LocalStroke,
  type PlaningAdvice,
  type Stroke,
} from '@nimble/core/wood';
import { useMemo } from 'react';
import { useWoodSet } from '../../api/wood';
import type { Build } from '../../api/types';
import { strokeWords } from '../../words/stroke-words';

const NOTHING = { rise: { bass: null, treble: null }, runout: 0, figure: '' } as const;

/** Which way the plane goes on one face: half by half, and part by part where the maker found it otherwise. */
export interface Planing extends PlaningAdvice {
  face: Face;
  found: readonly LocalStroke[];
  /** The part of the plate that a place lies in, as the plan names it. */
  partAt: (place: { x: number; y: number }) => string;
  /** How a part is planed. */
  at: (part: string) => ReturnType<typeof strokeAt>;
  /** What was found with one more word on a part; null takes the words on it back, on both faces. */
  changed: (part: string, stroke: Stroke | null, place: { x: number; y: number }) => LocalStroke[];
}

/** What the grain of the build's set asks of the plane on a face; the maker's own word overrules it. */
export function usePlaning(build: Build, shape: PlateShape, face: Face): Planing {
  const set = useWoodSet(build.wood.set?.id ?? '').data;
  const { planing, strokes } = build.choices;
  const treble = trebleSignOf(build);
  return useMemo(() => {
    const wood = set
      ? { rise: { bass: set.risesBass, treble: set.risesTreble }, runout: set.runout, figure: set.figure }
      : NOTHING;
    const advice = planingAdvice(wood, face, planing[face]);
    return {
      ...advice,
      face,
      found: strokes,
      partAt: ({ x, y }) => zoneWords(zoneOfPlace(shape, treble, x, y)),
      at: (part) => strokeAt(advice, strokes, { place: part, side: sideOfPlace(part), face }),
      changed: (part, stroke, { x, y }) => {
        const others = strokes.filter(({ place }) => place !== part);
        return stroke === null ? others : [...others, { place: part, face, stroke, x, y }];
      },
    };
  }, [set, face, planing, strokes, shape, treble]);
}

/** Where wood tore out, the part is planed the other way from now on; null where nobody knows which way tore it. */
export function otherWay(
  { at, changed, face, found, partAt }: Planing,
  tear: TearMark,
  onFound: (found: LocalStroke[]) => void,
): { words: string; take: () => void } | null {
  const part = partAt(tear);
  const way = at(part);
  const isSaid = found.some(({ place }) => place === part);
  if (tear.face !== face || isSaid || (way !== 'neck' && way !== 'tail')) return null;
  const other = way === 'neck' ? 'tail' : 'neck';
  return { words: `Plane there ${strokeWords(other)}`, take: () => onFound(changed(part, other, tear)) };
}

/** Parts with a way of their own on this face, each where it was last said. */
export function ownParts({ found, at }: Planing): { place: string; x: number; y: number; stroke: Stroke }[] {
  const newest = new Map(found.map((one) => [one.place, one]));
  return [...newest.values()].flatMap(({ place, x, y }) => {
    const stroke = at(place);
    return typeof stroke === 'string' ? [{ place, x, y, stroke }] : [];
  });
}
