/**
 * What notes a plate has: how many different ones, which come twice, which beat, which work against each other, and
 * whether all sing one chord.
 */
import { pitchClass } from '../sound';
import { strongestAt, type KnockMap } from './knock-map';

export type TriadKind = 'major' | 'minor' | 'diminished' | 'augmented';

export type CensusFinding =
  /** Partials of one pitch class (0 = C); `stations` are where each is strongest. */
  | { kind: 'repeat'; pitchClass: number; partials: number[]; stations: string[] }
  /** Two partials this close beat; `difference` [Hz] is the beats in a second. */
  | { kind: 'beat'; partials: [number, number]; difference: number; stations: string[] }
  /** One partial goes up at the first station while it goes down at the second. */
  | { kind: 'cancel'; partial: number; stations: [string, string]; share: number }
  | { kind: 'chord'; root: number; triad: TriadKind; partials: number[]; stations: string[] };

export interface NoteCensus {
  /** Partials strong enough to count, as indices into the map's. */
  counted: number[];
  /** Pitch classes (0 = C), rising. */
  classes: number[];
  findings: CensusFinding[];
}

export interface CensusOptions {
  a4: number;
  /** Partials nearer than this beat [Hz]. */
  beatRange: number;
}

/** A partial this far under the strongest of the map isn't heard as a note [dB]. */
const AUDIBLE = -30;
/** The weaker side of a cancelling pair has at least this share of the stronger. */
const CANCEL_SHARE = 0.5;
const TRIADS: readonly [TriadKind, readonly number[]][] = [
  ['major', [0, 4, 7]],
  ['minor', [0, 3, 7]],
  ['diminished', [0, 3, 6]],
  ['augmented', [0, 4, 8]],
];

export function noteCensus(map: KnockMap, { a4, beatRange }: CensusOptions): NoteCensus {
  const counted = map.partials.flatMap(({ level }, p) => (level >= AUDIBLE ? [p] : []));
  const classOf = (p: number) => pitchClass(map.partials[p].frequency, a4);
  const classes = [...new Set(counted.map(classOf))].sort((a, b) => a - b);
  const strongest = (p: number) => strongestStation(map, p);
  const repeats = classes.flatMap((pitch): CensusFinding[] => {
    const partials = counted.filter((p) => classOf(p) === pitch);
    return partials.length > 1
      ? [{ kind: 'repeat', pitchClass: pitch, partials, stations: partials.map(strongest) }]
      : [];
  });
  const beats = counted.flatMap((p, i) =>
    counted.slice(i + 1).flatMap((q): CensusFinding[] => {
      const difference = map.partials[q].frequency - map.partials[p].frequency;
      return difference <= beatRange
        ? [{ kind: 'beat', partials: [p, q], difference, stations: [strongest(p), strongest(q)] }]
        : [];
    }),
  );
  const chord = chordOf(classes);
  const chords: CensusFinding[] =
    chord && counted.length > 2 ? [{ kind: 'chord', ...chord, partials: counted, stations: [] }] : [];
  return { counted, classes, findings: [...beats, ...repeats, ...cancelling(map, counted), ...chords] };
}

function strongestStation({ stations, partials }: KnockMap, p: number): string {
  const { amplitudes } = partials[p];
  return stations[amplitudes.reduce((best, a, s) => (Math.abs(a) > Math.abs(amplitudes[best]) ? s : best), 0)].name;
}

/** Places that sing the same note loudest, one up while the other goes down. */
function cancelling(map: KnockMap, counted: readonly number[]): CensusFinding[] {
  const { stations, partials } = map;
  const loudest = stations.map((_, s) => strongestAt(map, s));
  return counted.flatMap((p): CensusFinding[] => {
    const amplitudes = partials[p].amplitudes.map((a, s) => (loudest[s] === p ? a : 0));
    const most = amplitudes.reduce((best, a, s) => (a > amplitudes[best] ? s : best), 0);
    const least = amplitudes.reduce((best, a, s) => (a < amplitudes[best] ? s : best), 0);
    const [up, down] = [amplitudes[most], -amplitudes[least]];
    const share = Math.min(up, down) / Math.max(up, down);
    if (!(share >= CANCEL_SHARE)) return [];
    return [{ kind: 'cancel', partial: p, stations: [stations[most].name, stations[least].name], share }];
  });
}

/** The triad that holds all these pitch classes, if one does; of two or more classes. */
function chordOf(classes: readonly number[]): { root: number; triad: TriadKind } | null {
  if (classes.length < 2 || classes.length > 3) return null;
  for (let root = 0; root < 12; root++)
    for (const [triad, steps] of TRIADS)
      if (classes.every((c) => steps.includes((c - root + 12) % 12))) return { root, triad };
  return null;
}
