/** What was heard on the demo bench, from the simulator with fixed seeds: three rounds of knocks on a braced top, and two finished instruments played. */
import { keptAnalysis, type KeptAnalysis, bracedPlateModes, knockPlaces, knockSound, microphoneOver, playedSound, seededRandom, seedOf, SIMULATED_MODES, SIMULATED_RATE, usualBraces, writeWav,
  type BodyResonance, type BuildWood, type KnockPlace, type PlateShape, type PlayedAnalysis,
} from '@nimble/core'; // prettier-ignore
import { hearKnock, hearPlayed } from '../compute/hearing';

const LOWEST = 28;
/** Brace heights of each round against those glued in (1). */
const ROUNDS = [1, 0.94, 0.88] as const;
const LOOSE_REACH = 0.07;
const MOST_TRIES = 3;

export interface DemoKnock {
  round: number;
  place: KnockPlace;
  bytes: Buffer;
  analysis: KeptAnalysis;
}

/** In round 1 the end of the lower tone bar hasn't taken its glue; it was done again before round 2. */
export async function demoKnocks(
  family: string,
  shape: PlateShape,
  wood: BuildWood,
  thickness: number,
): Promise<DemoKnock[]> {
  const random = seededRandom(4141);
  const places = knockPlaces(shape, 'few', []);
  const glued = usualBraces(family, shape);
  const [x, y] = glued.at(-1)!.to;
  const losses = Array.from({ length: SIMULATED_MODES }, () => (1 / 58) * Math.exp(0.18 * random.normal()));
  const rounds = ROUNDS.map((left, r) => {
    const braces = glued.map((brace) => ({ ...brace, height: left * brace.height }));
    const modes = bracedPlateModes({ shape, thickness, wood, braces }, SIMULATED_MODES);
    const loose = r === 0 ? { x, y, reach: LOOSE_REACH } : null;
    return { modes, losses, loose, microphone: microphoneOver(shape) };
  });
  const wanted = rounds.flatMap((plate, r) => places.map((place) => ({ plate, place, round: r + 1 })));
  return Promise.all(
    wanted.map(async ({ plate, place, round }): Promise<DemoKnock> => {
      const hand = seededRandom(seedOf(`${round} ${place.name}`));
      // What the ear leaves out is knocked again, as anyone would.
      for (let tries = 1; ; tries++) {
        const bytes = Buffer.from(writeWav([knockSound(plate, place, hand)], SIMULATED_RATE));
        const analysis = keptAnalysis(await hearKnock(bytes, { from: LOWEST }));
        if (analysis.partials.length > 0 || tries === MOST_TRIES) return { round, place, bytes, analysis };
      }
    }),
  );
}

/** Air, top and body resonances of a finished instrument: frequency, quality, strength. */
const BODIES: Readonly<Record<number, readonly (readonly [number, number, number])[]>> = {
  38: [[101, 17, 0.9], [189, 22, 1], [247, 28, -0.5], [372, 30, 0.5], [448, 34, -0.45], [563, 36, 0.5], [642, 38, 0.4], [801, 40, -0.5]],
  36: [[108, 15, 0.6], [219, 26, 1], [301, 34, -0.3], [455, 36, 0.5], [590, 42, 0.35], [845, 46, -0.5]],
}; // prettier-ignore

/** Open low string up to the highest fret of the first [Hz]. */
export const PLAYED_RANGE = { lowest: 82.407, highest: 880 };

export interface DemoPlayed {
  bytes: Buffer;
  analysis: PlayedAnalysis;
}

export async function demoPlayed(number: number): Promise<DemoPlayed | null> {
  const body = BODIES[number]?.map(([frequency, q, strength]): BodyResonance => ({ frequency, q, strength }));
  if (!body) return null;
  const bytes = Buffer.from(writeWav([playedSound({ body, ...PLAYED_RANGE }, seededRandom(number))], SIMULATED_RATE));
  return { bytes, analysis: await hearPlayed(bytes, PLAYED_RANGE) };
}
