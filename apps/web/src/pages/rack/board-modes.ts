/** Where to hold a board and where to knock for one of its three notes, from the plate's own theory. Pure; SI. */
import { contourAreas } from '@nimble/core/survey';
import { DEFAULT_POISSON, type SetProperties } from '@nimble/core/wood';
import { freePlateMode, modeDisplacement, type FreePlate, type ModeName } from '@nimble/core/ritz-plate';

export type NoteName = 'twist' | 'across' | 'along';

const NOTE_MODES: Record<NoteName, ModeName> = { twist: [1, 1], across: [0, 2], along: [2, 0] };

export interface KnockGuide {
  /** [Hz], from what is known of the wood so far. */
  frequency: number;
  /** Node lines as open polylines, flat x0, y0, x1, y1 … [m] from one corner. */
  nodeLines: Float64Array[];
  /** On a node line, where the other two notes move most and are stilled by the fingers [m]. */
  hold: { x: number; y: number };
  /** Where this note moves most [m]. */
  strike: { x: number; y: number };
}

const COLUMNS = 56;
const ROWS = 24;
/** Within this share of the largest movement a place counts as on the node line. */
const STILL = 0.04;
/** Of places where a note moves alike, the one where the others move less. */
const OTHERS_COUNT = 0.1;

export function boardPlate(
  board: { length: number; width: number; thickness: number },
  { density, modulusAlong, modulusAcross, shearModulus }: SetProperties,
): FreePlate {
  const nu_CL = (DEFAULT_POISSON * modulusAcross.value) / modulusAlong.value;
  const cube = board.thickness ** 3 / 12;
  const perWidth = cube / (1 - DEFAULT_POISSON * nu_CL);
  return {
    length: board.length,
    width: board.width,
    D_L: modulusAlong.value * perWidth,
    D_C: modulusAcross.value * perWidth,
    D_1: nu_CL * modulusAlong.value * perWidth,
    D_k: shearModulus.value * cube,
    rhoH: density.value * board.thickness,
  };
}

export function knockGuide(plate: FreePlate, note: NoteName): KnockGuide {
  const fields = Object.fromEntries(
    Object.entries(NOTE_MODES).map(([name, mode]) => [name, movement(plate, mode)]),
  ) as Record<NoteName, { frequency: number; field: Float64Array }>;
  const own = fields[note];
  const others = (Object.keys(fields) as NoteName[]).filter((name) => name !== note).map((name) => fields[name].field);
  const elsewhere = (cell: number) => others.reduce((sum, field) => sum + Math.abs(field[cell]!), 0);
  const cells = own.field.map((_, cell) => cell);
  const still = Array.from(cells).filter((cell) => Math.abs(own.field[cell]!) < STILL);
  const best = (from: readonly number[], score: (cell: number) => number) =>
    from.reduce((a, b) => (score(b) > score(a) ? b : a));
  const frame = frameOf(plate);
  const [area] = contourAreas(frame, own.field, [0]);
  return {
    frequency: own.frequency,
    nodeLines: area!.rings.flatMap((ring) => withinBoard(ring, plate)),
    hold: placeOf(plate, best(still.length > 0 ? still : Array.from(cells), elsewhere)),
    strike: placeOf(
      plate,
      best(Array.from(cells), (cell) => Math.abs(own.field[cell]!) - OTHERS_COUNT * elsewhere(cell)),
    ),
  };
}

function frameOf({ length, width }: FreePlate) {
  const pitch = length / (COLUMNS - 1);
  return { nx: COLUMNS, ny: ROWS, x0: 0, y0: 0, pitch, pitchAcross: width / (ROWS - 1) };
}

/** Largest movement 1, x fastest. */
function movement(plate: FreePlate, name: ModeName): { frequency: number; field: Float64Array } {
  const mode = freePlateMode(plate, name);
  const raw = Float64Array.from({ length: COLUMNS * ROWS }, (_, cell) => {
    const { x, y } = placeOf(plate, cell);
    return modeDisplacement(mode, plate, x, y);
  });
  const largest = raw.reduce((most, w) => Math.max(most, Math.abs(w)), 0);
  return { frequency: mode.frequency, field: raw.map((w) => w / largest) };
}

function placeOf({ length, width }: FreePlate, cell: number): { x: number; y: number } {
  return { x: ((cell % COLUMNS) / (COLUMNS - 1)) * length, y: (Math.floor(cell / COLUMNS) / (ROWS - 1)) * width };
}

/**
 * A contour ring runs along the board's edge where it leaves it: keep only the pieces inside, in true proportion
 * across.
 */
function withinBoard(ring: Float64Array, plate: FreePlate): Float64Array[] {
  const { pitch, pitchAcross } = frameOf(plate);
  const pieces: number[][] = [];
  let piece: number[] = [];
  for (let i = 0; i < ring.length; i += 2) {
    const column = ring[i]! / pitch;
    const row = ring[i + 1]! / pitch;
    const inside = column > 0.01 && column < COLUMNS - 1.01 && row > 0.01 && row < ROWS - 1.01;
    if (inside) piece.push(ring[i]!, row * pitchAcross);
    else if (piece.length > 0) {
      pieces.push(piece);
      piece = [];
    }
  }
  if (piece.length > 0) pieces.push(piece);
  return pieces.filter((points) => points.length > 4).map((points) => Float64Array.from(points));
}
