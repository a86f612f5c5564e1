/** Sounds of tops that exist in numbers, sent as recordings are. */
import { knockPlaces } from '@nimble/core/knock-map';
import {
  knockSound,
  microphoneOver,
  playedSound,
  seededRandom,
  seedOf,
  SIMULATED_MODES,
  SIMULATED_RATE,
  type SoundingPlate,
} from '@nimble/core/simulate';
import { writeWav } from '@nimble/core/sound';
import type { TopPlan } from '@nimble/core/top';
import { soundingModes } from '@nimble/core/voicing';
import type { MadeBuild, OwnBench } from './own-bench';

const LOWEST = 28;
const LOSS = 1 / 58;

interface Walk {
  top: TopPlan;
  round: number;
  loose?: SoundingPlate['loose'];
}

/** One walk of a round, from place to place. */
export async function walk(bench: OwnBench, build: MadeBuild, { top, round, loose = null }: Walk): Promise<void> {
  const modes = soundingModes(top, SIMULATED_MODES);
  const losses = modes.map(() => LOSS);
  const microphone = microphoneOver(top.shape);
  for (const place of knockPlaces(top.shape, 'few', [])) {
    const sound = knockSound(
      { modes, losses, loose, microphone },
      place,
      seededRandom(seedOf(`${round} ${place.name}`)),
    );
    const { name, x, y } = place;
    await bench.sound(build, 'knocks', { about: 'station', round, name, x, y, from: LOWEST }, wavOf(sound));
  }
}

/** A scale played on a finished instrument. @param body its resonances: frequency, quality, strength */
export async function play(
  bench: OwnBench,
  build: MadeBuild,
  body: readonly (readonly [frequency: number, q: number, strength: number])[],
): Promise<void> {
  const range = { lowest: 82.407, highest: 880 };
  const resonances = body.map(([frequency, q, strength]) => ({ frequency, q, strength }));
  const sound = playedSound({ body: resonances, ...range }, seededRandom(build.number));
  await bench.sound(build, 'played', { title: 'A month strung', ...range }, wavOf(sound));
}

const wavOf = (sound: Float64Array) => writeWav([sound], SIMULATED_RATE);
