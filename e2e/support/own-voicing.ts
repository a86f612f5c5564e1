/** A bench where a top is being voiced in its third round, and two instruments are strung. */
import { knockPlaces } from '@nimble/core/knock-map';
import { NO_BUILD_CHOICES } from '@nimble/core/project';
import { AS_TAKEN, NO_GOAL, safetyMarginOf, type FlexPlace } from '@nimble/core/voicing';
import type { MadeBuild, OwnBench } from './own-bench';

const THICKNESS = 2.8e-3;
const BENDS: FlexPlace[] = ['along', 'across', 'edge-bass', 'edge-treble'];
/** So much softer than it is the top shall be (1). */
const SOFTER = 1.12;
const TEN_YEARS = 3652;
/** Enough for its bends to be worth reading again [m]. */
const OFF = 8e-4;

interface Event {
  kind: string;
  body: { place?: FlexPlace; load?: number; deflection?: number };
}

/** @returns ids by number */
export async function layOut(bench: OwnBench): Promise<Record<number, string>> {
  const open = await voicedTop(bench, 41, 'Sandpiper');
  const good = await strung(bench, {
    number: 38,
    name: 'Turnstone',
    outcome: 'as-wanted',
    words: 'Open and warm, quick to answer.',
    pair: { air: 101, top: 189 },
  });
  const shy = await strung(bench, {
    number: 36,
    name: 'Plover',
    outcome: 'too-stiff',
    thickness: 3.2e-3,
    words: 'Clear and even. It never opened.',
    pair: { air: 108, top: 219 },
  });
  return Object.fromEntries([open, good, shy].map(({ id, number }) => [number, id]));
}

async function braced(bench: OwnBench, number: number, name: string, thickness = THICKNESS) {
  const build = await bench.build({ number, name });
  const plan = await bench.plan(build, 'x');
  await bench.survey(build, () => thickness);
  await bench.standsAt(build, 'voice');
  return { build, plan };
}

/** Two rounds are behind it; since the first only weight and knocks were read. */
async function voicedTop(bench: OwnBench, number: number, name: string): Promise<MadeBuild> {
  const { build, plan } = await braced(bench, number, name);
  const knocks = knockPlaces(build.shape, 'few', []);
  await bench.readRound(build, 1, { bends: BENDS, knocks });
  const read = await bench.get<Event[]>(`/builds/${build.id}/voicing`);
  const goals = read.flatMap(({ kind, body: { place, load = 1, deflection = 0 } }) =>
    kind === 'flex' && (place === 'along' || place === 'across')
      ? [{ place, compliance: (SOFTER * deflection) / load, from: 'No. 38' }]
      : [],
  );
  await bench.voiced(build, 'goal', 1, { ...NO_GOAL, reserve: 0.7, flex: goals });
  const legs = plan.braces.filter(({ role }) => role === 'x-leg');
  for (const round of [1, 2]) {
    const shavings = legs.map(({ id, length }) => ({
      place: { kind: 'brace', id, from: 0.1 * length, to: 0.55 * length },
      depth: OFF,
    }));
    const shaved = { shavings, said: '0.8 mm', tool: 'finger plane', proposed: false, forecast: {}, settled: [] };
    await bench.voiced(build, 'shaving', round, shaved);
    await bench.readRound(build, round + 1, { bends: [], knocks });
  }
  return build;
}

interface Finished {
  number: number;
  name: string;
  outcome: 'as-wanted' | 'too-stiff';
  /** Of the plate, where it is not the usual one [m]. */
  thickness?: number;
  words: string;
  pair: { air: number; top: number };
}

/** It was bent before it was closed, settled under its strings as the model says, and its maker said how it is. */
async function strung(bench: OwnBench, { outcome, words, pair, ...of }: Finished): Promise<MadeBuild> {
  const { number, name, thickness = THICKNESS } = of;
  const { build, plan } = await braced(bench, number, name, thickness);
  await bench.readRound(build, 1, { bends: BENDS, knocks: [] });
  await bench.standsAt(build, 'close');
  await bench.send('PATCH', `/builds/${build.id}`, { choices: { ...NO_BUILD_CHOICES, outcome } });
  const top = bench.topOf(build, plan, thickness);
  const turn = safetyMarginOf({ top, factors: AS_TAKEN }, []).movement;
  await bench.voiced(build, 'box', 1, { volume: 0.014, said: '14 l' }, 80);
  await bench.voiced(build, 'strung', 1, { note: 'light set' }, 76);
  for (const days of [0, 1, 7, 30]) {
    const leans = turn * (1 + (days / TEN_YEARS) ** 0.25);
    await bench.voiced(build, 'settling', 1, { turn: leans, belly: null, said: 'the level' }, 76 - days);
  }
  await bench.voiced(build, 'resonances', 1, { ...pair, said: `${pair.air} and ${pair.top} Hz` }, 46);
  const marks = [{ name: 'answers quickly', mark: 7 }];
  await bench.voiced(build, 'outcome', 1, { words, again: '', differently: '', marks }, 40);
  return build;
}
