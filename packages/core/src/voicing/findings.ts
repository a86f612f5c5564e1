/** What makers hunt on a top, and where to look for its cause. SI. */
import { CENTS } from '../units';
import type { Brace } from '../bracing';
import type { KnockPlace, LooseJoint, MirrorPair } from '../knock-map';
import type { Calibration } from './fit-model';
import type { VoicingGoal } from './goal';
import type { GoalStanding } from './current-estimate';
import { candidateStrokes } from './strokes';
import { overlaps, type ShavedPlace, type Shaving } from './shaving';
import { effectOf, type QuantityKey, type VoicingModel } from './voicing-model';

export interface OnBrace {
  id: string;
  name: string;
  /** From its first end [m]. */
  along: number;
}

export type VoicingFinding =
  /** Brighter than its mirror place; the line along the grain from there meets a brace. */
  | { kind: 'bright'; place: string; mirror: string; ratio: number; leadsTo: OnBrace | null }
  /** One edge against what the fitted model expects of it: under one is stiffer. */
  | { kind: 'edge'; place: QuantityKey; ratio: number }
  /** A joint that may be loose near a place. */
  | { kind: 'loose'; place: string; likelihood: number }
  /** The walk hardly fits the model's shapes: another plate, or braces that are not as drawn. */
  | { kind: 'stranger'; alike: number; heard: number }
  /** Still too stiff, and a leg or bar is scooped over this share of its length only. */
  | { kind: 'short-scoop'; brace: OnBrace; share: number }
  /**
   * Two places sing one note loudest, the first up while the second goes down: they cancel. The brace that the first
   * leads to makes them unlike.
   */
  | { kind: 'cancel'; places: [string, string]; frequency: number; leadsTo: OnBrace | null }
  /** A brace that stands tall where it ends in the open. */
  | { kind: 'choke'; brace: OnBrace; height: number }
  /**
   * Two modes so near that they beat or cancel, and the stroke that parts them most: cents for a tenth of a millimetre.
   */
  | {
      kind: 'close-pair';
      modes: [QuantityKey, QuantityKey];
      cents: number;
      stroke: { places: ShavedPlace[]; parts: number } | null;
    };

/** How much brighter counts (1), how far an edge lies off its model (1). */
const BRIGHT = 1.25;
const EDGE_OFF = 0.12;
/** A stopped end that keeps more than this of the brace's height, or of a stated one [m], holds the rim there. */
const TALL_END = 0.35;
const LEAST_TALL = 3.5e-3;
/** Nearer than this two notes are one to the ear, and work against each other [cents]. */
const CLOSE = 100;
const TENTH = 1e-4;

/** The plainest of them; a plate has many. */
const MOST_CANCELS = 2;

/** Likelier than this a joint is worth a look (1). */
const LOOSE = 0.5;
/** Of so many heard shapes at least, so few that are like the model's are strange. */
const SHAPES = 4;
const STRANGE = 0.5;
/**
 * Lower than this share of its tallest place a brace is scooped; scooped over less than this it can be scooped further.
 */
const SCOOPED = 0.75;
const SHORT_SCOOP = 0.45;

interface FindingsInput {
  calibration: Calibration;
  /** How the goals stand; null where it is not known. */
  goals: readonly (GoalStanding | null)[];
  pairs: readonly MirrorPair[];
  loose: readonly LooseJoint[];
  /** Of the walk: shapes that were heard, and those among them that are like one of the model's. */
  walk: { heard: number; alike: number };
  /**
   * Pairs of places that cancel, louder one first: with their note [Hz], and the weaker one's share of the louder (1).
   */
  cancels: readonly { places: [string, string]; frequency: number; share: number }[];
  places: readonly KnockPlace[];
  goal: VoicingGoal;
  thinnest: number;
}

export function voicingFindings({
  calibration: { model, readings },
  goals,
  pairs,
  loose,
  walk,
  cancels,
  places,
  goal,
  thinnest,
}: FindingsInput): VoicingFinding[] {
  const { braces } = model.top.plan;
  const grain = (name: string) => {
    const at = places.find((place) => place.name === name);
    return at ? alongGrain(braces, at) : null;
  };
  const bright = pairs.flatMap(({ treble, bass, brightness }): VoicingFinding[] => {
    if (brightness < BRIGHT && brightness > 1 / BRIGHT) return [];
    const [loud, other] = brightness > 1 ? [treble, bass] : [bass, treble];
    return [
      { kind: 'bright', place: loud, mirror: other, ratio: Math.max(brightness, 1 / brightness), leadsTo: grain(loud) },
    ];
  });
  const opposed = [...cancels]
    .sort((a, b) => b.share - a.share)
    .slice(0, MOST_CANCELS)
    .map(({ places: two, frequency }): VoicingFinding => ({
      kind: 'cancel',
      places: two,
      frequency,
      leadsTo: grain(two[0]),
    }));
  const edges = readings.flatMap(({ key, measured, fitted }): VoicingFinding[] => {
    const ratio = measured.value / fitted;
    return key.startsWith('flex:edge') && Math.abs(Math.log(ratio)) > EDGE_OFF
      ? [{ kind: 'edge', place: key, ratio }]
      : [];
  });
  const strange =
    walk.heard >= SHAPES && walk.alike < STRANGE * walk.heard ? [{ kind: 'stranger' as const, ...walk }] : [];
  const joints = loose
    .filter(({ likelihood }) => likelihood > LOOSE)
    .map(({ station, likelihood }) => ({ kind: 'loose' as const, place: station, likelihood }));
  const stiff = goals.some(
    (one) => one?.state === 'not-yet' && one.line.terms.some(({ key }) => key.startsWith('flex')),
  );
  return [
    ...strange,
    ...joints,
    ...bright,
    ...edges,
    ...opposed,
    ...closePairs(model, goal, thinnest),
    ...chokes(braces),
    ...(stiff ? shortScoops(braces) : []),
  ];
}

/** Where the line along the grain through a place first meets a brace. */
export function alongGrain(braces: readonly Brace[], { x, y }: { x: number; y: number }): OnBrace | null {
  const met = braces.flatMap(({ id, name, from, to, length }) => {
    if (from[1] === to[1]) return [];
    const share = (y - from[1]) / (to[1] - from[1]);
    if (share < 0 || share > 1) return [];
    return [{ id, name, along: share * length, away: Math.abs(from[0] + share * (to[0] - from[0]) - x) }];
  });
  const nearest = met.sort((a, b) => a.away - b.away)[0];
  return nearest ? { id: nearest.id, name: nearest.name, along: nearest.along } : null;
}

function chokes(braces: readonly Brace[]): VoicingFinding[] {
  return braces.flatMap(({ id, name, length, heights, ends }) =>
    ends.flatMap((fit, end): VoicingFinding[] => {
      const height = end === 0 ? heights[0] : heights[heights.length - 1];
      if (fit !== 'stopped' || height < Math.max(LEAST_TALL, TALL_END * Math.max(...heights))) return [];
      return [{ kind: 'choke', brace: { id, name, along: end * length }, height }];
    }),
  );
}

/** Lowest in the middle of its two halves: what is left at full height next to the lap does not count. */
function shortScoops(braces: readonly Brace[]): VoicingFinding[] {
  return braces
    .filter(({ role }) => role === 'x-leg' || role === 'tone-bar')
    .flatMap(({ id, name, length, heights }): VoicingFinding[] => {
      const tallest = Math.max(...heights);
      const share = heights.filter((height) => height < SCOOPED * tallest).length / heights.length;
      return share < SHORT_SCOOP ? [{ kind: 'short-scoop', brace: { id, name, along: length / 2 }, share }] : [];
    });
}

function closePairs(model: VoicingModel, goal: VoicingGoal, thinnest: number): VoicingFinding[] {
  const modes = model.quantities.filter(({ key }) => key.startsWith('mode')).sort((a, b) => a.value - b.value);
  return modes.slice(1).flatMap((high, i): VoicingFinding[] => {
    const low = modes[i];
    const cents = CENTS * Math.log(high.value / low.value);
    if (cents > CLOSE) return [];
    const strokes = candidateStrokes(model.top, { ...goal, symmetric: false }, thinnest).map(({ places }) => ({
      places,
      parts: CENTS * TENTH * (effectOf(high, model, places) - effectOf(low, model, places)),
    }));
    const best = strokes.sort((a, b) => Math.abs(b.parts) - Math.abs(a.parts))[0];
    return [{ kind: 'close-pair', modes: [low.key, high.key], cents, stroke: best ?? null }];
  });
}

/** So far from where a finding leads to a stroke still answers it [m]. */
const AT_HAND = 0.03;

/** What was found that speaks for these shavings: they lie where it leads. */
export function evidenceFor(shavings: readonly Shaving[], findings: readonly VoicingFinding[]): VoicingFinding[] {
  const onBrace = ({ id, along }: OnBrace) =>
    shavings.some(
      ({ place }) =>
        place.kind === 'brace' && place.id === id && along > place.from - AT_HAND && along < place.to + AT_HAND,
    );
  const anywhereOn = ({ id }: OnBrace) => shavings.some(({ place }) => place.kind === 'brace' && place.id === id);
  return findings.filter((finding) => {
    switch (finding.kind) {
      case 'bright':
      case 'cancel':
        return finding.leadsTo !== null && onBrace(finding.leadsTo);
      case 'choke':
        return onBrace(finding.brace);
      case 'short-scoop':
        return anywhereOn(finding.brace);
      case 'edge':
        return (
          finding.ratio < 1 &&
          shavings.some(({ place }) => place.kind === 'plate' && place.part === SIDE[finding.place])
        );
      case 'close-pair':
        return (
          finding.stroke !== null &&
          finding.stroke.places.some((one) => shavings.some(({ place }) => overlaps(place, one)))
        );
      case 'loose':
      case 'stranger':
        return false;
    }
  });
}

const SIDE: Readonly<Partial<Record<QuantityKey, string>>> = {
  'flex:edge-bass': 'bass',
  'flex:edge-treble': 'treble',
};
