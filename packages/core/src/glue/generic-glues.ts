/**
 * Glues as makers commonly use them: generic figures made up for this program, to be edited after the sheet that comes
 * with the bottle. Times [s], pressures [Pa].
 */
export interface Glue {
  id: string;
  name: string;
  /** From spreading to the last moment that pieces can be placed and pressed. */
  openTime: number;
  /** Under pressure, and until it may be worked or loaded. */
  clampTime: number;
  cureTime: number;
  /** Least that closes a well fitted joint, and the most that is of use on a softwood top. */
  pressureLow: number;
  pressureHigh: number;
  note: string;
}

const MINUTE = 60;
const HOUR = 3600;

export const GENERIC_GLUES: readonly Glue[] = [
  {
    id: 'white-yellow',
    name: 'white or yellow wood glue',
    openTime: 5 * MINUTE,
    clampTime: 45 * MINUTE,
    cureTime: 24 * HOUR,
    pressureLow: 0.15e6,
    pressureHigh: 0.7e6,
    note: 'Creeps a little under a steady load; doesn’t stick to itself once dry.',
  },
  {
    id: 'hot-hide',
    name: 'hot hide glue',
    openTime: MINUTE,
    clampTime: 3 * HOUR,
    cureTime: 24 * HOUR,
    pressureLow: 0.1e6,
    pressureHigh: 0.7e6,
    note: 'Hot: mind burns. Warm the wood; it gels in a minute, so a piece or two at a time.',
  },
  {
    id: 'liquid-hide',
    name: 'liquid hide glue',
    openTime: 10 * MINUTE,
    clampTime: 6 * HOUR,
    cureTime: 48 * HOUR,
    pressureLow: 0.1e6,
    pressureHigh: 0.7e6,
    note: 'Keeps only so long: test a drop for a hard bead. Its preservative can irritate skin.',
  },
  {
    id: 'fish',
    name: 'fish glue',
    openTime: 12 * MINUTE,
    clampTime: 8 * HOUR,
    cureTime: 48 * HOUR,
    pressureLow: 0.1e6,
    pressureHigh: 0.6e6,
    note: 'Long open time; softens in damp. Its preservative can irritate skin.',
  },
  {
    id: 'epoxy',
    name: 'slow epoxy',
    openTime: 30 * MINUTE,
    clampTime: 12 * HOUR,
    cureTime: 72 * HOUR,
    pressureLow: 0.02e6,
    pressureHigh: 0.1e6,
    note: 'Wants little pressure: too much starves the joint. Gloves: it sensitizes.',
  },
];
