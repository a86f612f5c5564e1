/** Where a stick of brace stock is held and knocked, and where its note should come. */
import { barModes, STICK_NODE } from '@nimble/core/bar';
import type { WoodSet } from '../../api/wood';
import type { KnockGuide } from './board-modes';

/** The size that it bends over: laid flat, or on edge. */
export type Over = 'thickness' | 'width';

/** As the knocker sees it: length, and how broad the side is that is knocked on [m]. */
export function stickGuide(set: WoodSet, over: Over): { guide: KnockGuide; plate: { length: number; width: number } } {
  const { length, properties } = set;
  const [width, height] = over === 'thickness' ? [set.width, set.thickness] : [set.thickness, set.width];
  const bar = {
    length,
    density: properties.density.value,
    modulus: properties.modulusAlong.value,
    shearModulus: properties.shearModulus.value,
    stations: [0, length].map((x) => ({ x, width, height })),
  };
  const { frequency } = barModes({ ...bar, ends: 'free', section: 'rectangle' }, 1).modes[0]!;
  const node = STICK_NODE * length;
  const lineAt = (x: number) => Float64Array.from([x, 0, x, width]);
  return {
    plate: { length, width },
    guide: {
      frequency,
      nodeLines: [lineAt(node), lineAt(length - node)],
      hold: { x: node, y: width / 2 },
      strike: { x: length / 2, y: width / 2 },
    },
  };
}
