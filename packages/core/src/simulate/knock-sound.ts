/**
 * What a microphone hears of a knock on a plate that exists only in numbers: damped modes, the blow's own click, a
 * room, and a loose brace if there is one.
 */
import type { PlateShape } from '../outline';
import type { RandomSource } from './seeded-random';
import type { BracedMode } from './braced-plate';

export interface SoundingPlate {
  modes: readonly BracedMode[];
  /** Loss factor (1/Q) of each mode. */
  losses: readonly number[];
  /** Where something rattles, if anywhere [m]. */
  loose: { x: number; y: number; reach: number } | null;
  /** Over this place the microphone hangs [m]. */
  microphone: { x: number; y: number };
}

/** [samples/s] */
export const SIMULATED_RATE = 24_000;
/** Modes that a simulated plate sounds with: more cost hearing time and tell nothing new. */
export const SIMULATED_MODES = 9;
const BEFORE = 0.12;
const SECONDS = 1.3;
const CONTACT = 8e-4;
/** Loudest sample of a usual blow, and how much hands differ (natural log). */
const LOUDNESS = 0.3;
const HAND = 0.25;
const ROOM = 4e-4;
const LOOSE_DAMPING = 0.7;

/** Samples of one knock at a place [-1..1] at `SIMULATED_RATE`, length 1.3 s. */
export function knockSound(plate: SoundingPlate, place: { x: number; y: number }, random: RandomSource): Float64Array {
  const out = new Float64Array(Math.round(SECONDS * SIMULATED_RATE));
  const start = Math.round(BEFORE * SIMULATED_RATE);
  const strength = Math.exp(HAND * random.normal());
  const looseness = loosenessAt(plate, place);
  plate.modes.forEach((mode, m) => {
    const { x, y } = plate.microphone;
    const amplitude = strength * mode.at(place.x, place.y) * mode.at(x, y);
    const loss = plate.losses[m] * (1 + LOOSE_DAMPING * looseness);
    addMode(out, start, { frequency: mode.frequency, loss, amplitude });
  });
  const usual = usualLoudness(plate);
  for (let i = 0; i < out.length; i++) out[i] *= LOUDNESS / usual;
  addClick(out, start, strength * LOUDNESS * 0.12, random);
  if (looseness > 0.3) addRattle(out, start, strength * LOUDNESS * 0.1 * looseness, random);
  addRoom(out, random);
  return out.map((v) => Math.max(-1, Math.min(1, v)));
}

/** 1 at the loose place, fading to 0 over its reach. */
function loosenessAt({ loose }: SoundingPlate, { x, y }: { x: number; y: number }): number {
  return loose ? Math.max(0, 1 - Math.hypot(x - loose.x, y - loose.y) / loose.reach) : 0;
}

/** Sum of the modes' amplitudes where they are strong, for a steady level from plate to plate. */
function usualLoudness({ modes, microphone }: SoundingPlate): number {
  const { x, y } = microphone;
  return Math.sqrt(modes.reduce((sum, mode) => sum + mode.at(x, y) ** 4, 0)) || 1;
}

/** Of a blow of 1: what rings on below it is not heard, and slow to work out (1). */
const SILENT = 1e-60;

/** A resonator struck by a half-sine pulse. */
function addMode(
  out: Float64Array,
  start: number,
  { frequency, loss, amplitude }: { frequency: number; loss: number; amplitude: number },
): void {
  const theta = (2 * Math.PI * frequency) / SIMULATED_RATE;
  const r = Math.exp((-theta * loss) / 2);
  const count = Math.max(2, Math.round(CONTACT * SIMULATED_RATE));
  const area = (2 * count) / Math.PI;
  const [last, beforeLast, struck] = [2 * r * Math.cos(theta), r * r, Math.sin(theta)];
  let [y1, y2] = [0, 0];
  for (let n = 0; start + n < out.length; n++) {
    const force = n <= count ? Math.sin((Math.PI * n) / count) / area : 0;
    const y = last * y1 - beforeLast * y2 + struck * force;
    if (n > count && Math.abs(y) + Math.abs(y1) < SILENT) return;
    y2 = y1;
    y1 = y;
    out[start + n] += amplitude * y;
  }
}

function addClick(out: Float64Array, start: number, loudness: number, random: RandomSource): void {
  for (let n = 0; n < 0.006 * SIMULATED_RATE; n++)
    out[start + n] += loudness * random.normal() * Math.exp(-n / (0.0012 * SIMULATED_RATE));
}

/** Small blows of the loose piece against the plate. */
function addRattle(out: Float64Array, start: number, loudness: number, random: RandomSource): void {
  for (let t = 0.014; t < 0.15; t += 0.004 + 0.009 * random.uniform()) {
    const at = start + Math.round(t * SIMULATED_RATE);
    const size = loudness * Math.exp(-t / 0.09) * (0.5 + random.uniform());
    for (let n = 0; n < 0.0009 * SIMULATED_RATE; n++) out[at + n] += size * random.normal();
  }
}

/** Quiet noise, stronger low down as rooms are. */
function addRoom(out: Float64Array, random: RandomSource): void {
  let low = 0;
  for (let n = 0; n < out.length; n++) {
    low = 0.985 * low + 0.17 * random.normal();
    out[n] += ROOM * (0.4 * random.normal() + low);
  }
}

/**
 * Where a microphone hangs for a walk round: off the centre line and off the middle, where no shape stands still for
 * long [m].
 */
export function microphoneOver({ bounds, length, width }: PlateShape): { x: number; y: number } {
  return { x: bounds.xMin + 0.74 * length, y: 0.17 * width };
}
