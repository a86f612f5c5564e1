/**
 * What was heard on the demo bench, from the simulator with fixed seeds: walks round a braced top, and two finished
 * instruments played.
 */
import { keptAnalysis, type KeptAnalysis, writeWav, type PlayedAnalysis } from '@nimble/core/sound';
import {
  knockSound,
  playedSound,
  seededRandom,
  seedOf,
  SIMULATED_RATE,
  type BodyResonance,
  type BracedMode,
  type SoundingPlate,
} from '@nimble/core/simulate';
import type { KnockPlace } from '@nimble/core/knock-map';
import type { Hearing } from '../compute/hearing';

const LOWEST = 28;
const MOST_TRIES = 3;

export interface DemoKnock {
  round: number;
  place: KnockPlace;
  bytes: Buffer;
  analysis: KeptAnalysis;
}

interface KnockedRound {
  modes: readonly BracedMode[];
  places: readonly KnockPlace[];
  round: number;
  microphone: { x: number; y: number };
  loose: SoundingPlate['loose'];
}

/** One walk round a plate. */
export function knocksOfRound(
  hearing: Hearing,
  { modes, places, round, microphone, loose }: KnockedRound,
): Promise<DemoKnock[]> {
  const random = seededRandom(4141);
  const losses = modes.map(() => (1 / 58) * Math.exp(0.18 * random.normal()));
  return Promise.all(
    places.map(async (place): Promise<DemoKnock> => {
      const hand = seededRandom(seedOf(`${round} ${place.name}`));
      // What the ear leaves out is knocked again, as anyone would.
      for (let tries = 1; ; tries++) {
        const sound = knockSound({ modes, losses, loose, microphone }, place, hand);
        const bytes = Buffer.from(writeWav([sound], SIMULATED_RATE));
        const analysis = keptAnalysis(await hearing.knock(bytes, { from: LOWEST }));
        if (analysis.partials.length > 0 || tries === MOST_TRIES) return { round, place, bytes, analysis };
      }
    }),
  );
}

/** Air, top and body resonances of a finished instrument: frequency, quality, strength. */
const BODIES: Readonly<Record<number, readonly (readonly [number, number, number])[]>> = {
  38: [
    [101, 17, 0.9],
    [189, 22, 1],
    [247, 28, -0.5],
    [372, 30, 0.5],
    [448, 34, -0.45],
    [563, 36, 0.5],
    [642, 38, 0.4],
    [801, 40, -0.5],
  ],
  36: [
    [108, 15, 0.6],
    [219, 26, 1],
    [301, 34, -0.3],
    [455, 36, 0.5],
    [590, 42, 0.35],
    [845, 46, -0.5],
  ],
};

/** Open low string up to the highest fret of the first [Hz]. */
export const PLAYED_RANGE = { lowest: 82.407, highest: 880 };

export interface DemoPlayed {
  bytes: Buffer;
  analysis: PlayedAnalysis;
}

export async function demoPlayed(hearing: Hearing, number: number): Promise<DemoPlayed | null> {
  const body = BODIES[number]?.map(([frequency, q, strength]): BodyResonance => ({ frequency, q, strength }));
  if (!body) return null;
  const bytes = Buffer.from(writeWav([playedSound({ body, ...PLAYED_RANGE }, seededRandom(number))], SIMULATED_RATE));
  return { bytes, analysis: await hearing.played(bytes, PLAYED_RANGE) };
}
