/** The handles of a parametric outline: where they sit on the plate, and what dragging one does. Pure. */
import type { HoleSpec, OutlineSpec } from '@nimble/core/outline';

export interface OutlineHandle {
  key: string;
  label: string;
  x: number;
  y: number;
  drag: (place: { x: number; y: number }) => OutlineSpec;
}

const LEAST = 0.02;
const atLeast = (value: number) => Math.max(LEAST, Math.round(value * 1000) / 1000);

type Of<Kind extends OutlineSpec['kind']> = Extract<OutlineSpec, { kind: Kind }>;

export function outlineHandles(outline: OutlineSpec): OutlineHandle[] {
  switch (outline.kind) {
    case 'rectangle':
      return rectangleHandles(outline);
    case 'teardrop':
      return teardropHandles(outline);
    case 'waisted':
      return waistedHandles(outline);
    case 'drawn':
      return [];
  }
}

const rectangleHandles = (outline: Of<'rectangle'>): OutlineHandle[] => [
  {
    key: 'length',
    label: 'Length',
    x: outline.bodyLength,
    y: 0,
    drag: ({ x }) => ({ ...outline, bodyLength: atLeast(x) }),
  },
  {
    key: 'width',
    label: 'Width',
    x: outline.bodyLength / 2,
    y: outline.width / 2,
    drag: ({ y }) => ({ ...outline, width: atLeast(2 * y) }),
  },
];

const teardropHandles = (outline: Of<'teardrop'>): OutlineHandle[] => [
  {
    key: 'length',
    label: 'Length',
    x: outline.bodyLength,
    y: 0,
    drag: ({ x }) => ({ ...outline, bodyLength: atLeast(x) }),
  },
  {
    key: 'neck',
    label: 'Neck end width',
    x: 0,
    y: outline.neckWidth / 2,
    drag: ({ y }) => ({ ...outline, neckWidth: atLeast(2 * y) }),
  },
  {
    key: 'bout',
    label: 'Bout',
    x: outline.lowerBoutAt,
    y: outline.lowerBout / 2,
    drag: ({ x, y }) => ({ ...outline, lowerBoutAt: atLeast(x), lowerBout: atLeast(2 * y) }),
  },
];

const waistedHandles = (outline: Of<'waisted'>): OutlineHandle[] => [
  {
    key: 'length',
    label: 'Length',
    x: outline.bodyLength,
    y: 0,
    drag: ({ x }) => ({ ...outline, bodyLength: atLeast(x) }),
  },
  {
    key: 'upper',
    label: 'Upper bout',
    x: outline.upperBoutAt,
    y: outline.upperBout / 2,
    drag: ({ x, y }) => ({ ...outline, upperBoutAt: atLeast(x), upperBout: atLeast(2 * y) }),
  },
  {
    key: 'waist',
    label: 'Waist',
    x: outline.waistAt,
    y: outline.waist / 2,
    drag: ({ x, y }) => ({ ...outline, waistAt: atLeast(x), waist: atLeast(2 * y) }),
  },
  {
    key: 'lower',
    label: 'Lower bout',
    x: outline.lowerBoutAt,
    y: outline.lowerBout / 2,
    drag: ({ x, y }) => ({ ...outline, lowerBoutAt: atLeast(x), lowerBout: atLeast(2 * y) }),
  },
  {
    key: 'cutaway',
    label: 'Cutaway',
    x: outline.cutaway,
    y: -outline.upperBout / 5,
    drag: ({ x }) => ({ ...outline, cutaway: Math.max(0, Math.round(x * 1000) / 1000) }),
  },
];

/** Dragging a hole moves its middle along the centre line. */
export function dragHole(holes: readonly HoleSpec[], index: number, x: number): HoleSpec[] {
  return holes.map((hole, i) => (i === index ? { ...hole, x: atLeast(x) } : hole));
}
