/** What is read of files that strangers made, by kind: a whole sample of each, and the reader that it goes through. */
import { InvalidInput } from '../src/base';
import { drawPattern, emptyPlan, usualSettings } from '../src/bracing';
import { exportReadings, importOutline, importReadings } from '../src/formats';
import { defaultHoles, defaultOutline, isWood, plateShape } from '../src/outline';
import { analyseKnock, readWav, writeWav } from '../src/sound';
import { layStations } from '../src/survey';
import { planSheet, sheetDxf, sheetSvg } from '../src/templates';
import { METRIC } from '../src/units';
import { seededRandom } from '../src/simulate';

type Outcome = 'taken' | 'refused';

interface Kind {
  samples: readonly Uint8Array[];
  /** @throws anything but InvalidInput where it is at fault; Error where what was taken can't be */
  read: (bytes: Uint8Array) => void;
}

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const stations = layStations(shape);
const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
const bytesOf = (words: string) => new TextEncoder().encode(words);

const plan = {
  ...emptyPlan('steel-string', 'flat'),
  ...drawPattern(usualSettings('x'), { shape, hole: { x: 0.152, diameter: 0.098 }, bridgeAt: 0.36, trebleSign: -1 }),
};
const sheet = planSheet({ title: 'No. 7 Lapwing', plan, shape, scale: 0.645, trebleSign: -1 });

const box = (corners: readonly (readonly [number, number])[], code: string) =>
  [
    ...['0', 'SECTION', '2', 'ENTITIES', '0', 'LWPOLYLINE', '8', '0', '90', `${corners.length}`, '70', '1'],
    ...corners.flatMap(([x, y], i) => ['10', `${x}`, code, `${y}`, ...(i === 1 ? ['42', '0.4'] : [])]),
    ...['0', 'ENDSEC', '0', 'EOF'],
  ].join('\n');
const CORNERS = [
  [0, 0],
  [480, 0],
  [480, 360],
  [0, 360],
] as const;

/** Two lines and two half circles that meet. */
const ROUNDED = [
  ...['0', 'SECTION', '2', 'ENTITIES'],
  ...['0', 'LINE', '8', '0', '10', '100', '20', '0', '11', '400', '21', '0'],
  ...['0', 'ARC', '8', '0', '10', '400', '20', '150', '40', '150', '50', '270', '51', '90'],
  ...['0', 'LINE', '8', '0', '10', '400', '20', '300', '11', '100', '21', '300'],
  ...['0', 'ARC', '8', '0', '10', '100', '20', '150', '40', '150', '50', '90', '51', '270'],
  ...['0', 'ENDSEC', '0', 'EOF'],
].join('\n');

const outlineOf = (ending: string) => (bytes: Uint8Array) => {
  const { points, length, width } = importOutline(`drawing.${ending}`, text(bytes));
  if (points.length < 3 || ![length, width, ...points.flat()].every(Number.isFinite))
    throw new Error('an outline without measure was taken');
};

const knock = () => {
  const random = seededRandom(3);
  const samples = Float64Array.from({ length: 14_400 }, (_, n) => {
    const t = (n - 2400) / 48_000;
    return 1e-3 * (random.uniform() - 0.5) + (t < 0 ? 0 : 0.5 * Math.exp(-12 * t) * Math.sin(2 * Math.PI * 180 * t));
  });
  return writeWav([samples], 48_000);
};

export const KINDS: Record<string, Kind> = {
  svg: {
    samples: [
      bytesOf(sheetSvg(sheet)),
      bytesOf(
        '<svg width="60cm" viewBox="0 0 300 250"><g transform="scale(0.5)"><path transform="translate(10,20)" d="M60 250a240 180 0 1 0 480 0a240 180 0 1 0 -480 0z"/></g></svg>',
      ),
    ],
    read: outlineOf('svg'),
  },
  dxf: {
    samples: [bytesOf(sheetDxf(sheet)), bytesOf(box(CORNERS, '20')), bytesOf(ROUNDED)],
    read: outlineOf('dxf'),
  },
  points: {
    samples: [bytesOf(['x mm,y mm', ...CORNERS.map(([x, y]) => `${x},${y}`)].join('\n'))],
    read: outlineOf('csv'),
  },
  readings: {
    samples: [bytesOf(exportReadings(stations.map(({ name, x, y }) => ({ station: name, x, y, thickness: 3e-3 }))))],
    read: (bytes) => {
      const { readings } = importReadings(text(bytes), stations, METRIC, (x, y) => isWood(shape, x, y));
      if (!readings.every(({ x, y, thickness }) => Number.isFinite(x + y) && thickness > 0))
        throw new Error('a reading without measure was taken');
    },
  },
  wav: {
    samples: [knock()],
    read: (bytes) => {
      const { partials } = analyseKnock(readWav(bytes));
      if (!partials.every(({ frequency, q }) => frequency > 0 && q > 0)) throw new Error('a note without measure');
    },
  },
};

/** @throws what no reader may throw */
export function tried(kind: string, bytes: Uint8Array): Outcome {
  try {
    KINDS[kind].read(bytes);
    return 'taken';
  } catch (failure) {
    if (failure instanceof InvalidInput) return 'refused';
    throw failure;
  }
}
