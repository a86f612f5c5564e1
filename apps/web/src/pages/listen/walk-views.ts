/** What is written at each place of a walk round. Pure. */
import { strongestAt, type KnockMap, type KnockPlace } from '@nimble/core/knock-map';
import type { StationView } from '../../plate';
import { shortPitch, type PitchChoice } from '../../words/pitch-words';
import type { KnockPicture } from '../../compute/knock-computer';
import type { ListenView } from './use-listen-params';

/** Above this a joint is worth a look, above this it is pointed at (0..1). */
const SUSPECT = 0.25;
const LIKELY = 0.5;

interface Props {
  places: readonly KnockPlace[];
  picture: KnockPicture | null;
  view: ListenView;
  partial: number;
  choice: PitchChoice;
}

export function walkViews({ places, picture, view, partial, choice }: Props): StationView[] {
  return places.map(({ name, x, y }): StationView => {
    const s = picture?.map.stations.findIndex((station) => station.name === name) ?? -1;
    const figure = s < 0 ? null : figureAt(picture!, s, { view, partial, choice });
    const likelihood = picture?.loose.find(({ station }) => station === name)?.likelihood ?? 0;
    const isLoose = view === 'loose' && likelihood > LIKELY;
    return {
      name,
      x,
      y,
      figure,
      skipped: false,
      shown: true,
      band: isLoose ? 'over' : 'within',
      questioned: s >= 0 && view !== 'shape' && likelihood > SUSPECT,
      spoken: figure === null ? `${name}, not knocked yet` : `${name}: ${figure || 'heard'}`,
    };
  });
}

function figureAt(
  { map, loose }: KnockPicture,
  s: number,
  { view, partial, choice }: Pick<Props, 'view' | 'partial' | 'choice'>,
): string {
  const station = map.stations[s]!;
  switch (view) {
    case 'strongest':
      return strongestWords(map, s, choice);
    case 'brightness':
      return station.brightness.toFixed(0);
    case 'ring':
      return station.ringTime === null ? '–' : station.ringTime.toFixed(2);
    case 'loose':
      // Never sure by sound alone.
      return `${Math.min(99, Math.round(100 * (loose.find((joint) => joint.station === station.name)?.likelihood ?? 0)))} %`;
    case 'shape': {
      const a = map.partials[partial]?.amplitudes[s] ?? 0;
      return `${a < -0.005 ? '−' : '+'}${Math.abs(a).toFixed(2).replace(/^0/, '')}`;
    }
  }
}

function strongestWords(map: KnockMap, s: number, choice: PitchChoice): string {
  const partial = map.partials[strongestAt(map, s)];
  if (!partial) return '–';
  if (choice.pitch === 'none') return aliveWords(map.stations[s]!.ringTime, map);
  return shortPitch(partial.frequency, choice);
}

/** Rings at least as long as most: alive; well under them: dull. */
export function aliveWords(ring: number | null, { stations }: KnockMap): string {
  const rings = stations.flatMap(({ ringTime }) => ringTime ?? []).sort((a, b) => a - b);
  const usual = rings[rings.length >> 1];
  return ring !== null && usual !== undefined && ring >= 0.75 * usual ? 'alive' : 'dull';
}

/** Unit and sense of the figures, under the plate. */
export const VIEW_WORDS: Record<ListenView, string> = {
  strongest: 'the note that answers strongest at each place',
  brightness: 'brightness in Hz: the middle of the sound’s power just after the blow',
  ring: 'ring in seconds, to fall by 60 dB',
  loose: 'likelihood that something is loose there, against the other places',
  shape: '',
};
