/** What a walk round says, in a maker's words. Pure. */
import type { LooseJoint, MirrorKnocks } from '@nimble/core/knock-map';
import type { KnockMap } from '@nimble/core/knock-map';

/** A difference smaller than this is none (share, and seconds). */
const SAME_SHARE = 0.04;
const SAME_SECONDS = 0.04;

export function looseWords({ station, likelihood, damping, rattle }: LooseJoint): string {
  const signs = [
    ...(rattle > 0.2 ? ['it rattles after the blow'] : []),
    ...(damping > 1.12 ? [`it dies ${Math.round(100 * (1 - 1 / damping))} % sooner than elsewhere`] : []),
  ];
  const how = likelihood > 0.8 ? 'Very likely loose' : likelihood > 0.5 ? 'Perhaps loose' : 'Worth a second knock';
  return `${how} near ${station}${signs.length > 0 ? `: ${signs.join(', and ')}` : ''}.`;
}

/** "The treble side is brighter by 8 % and rings 0.05 s shorter." */
export function mirrorWords({ brightness, ring, pairs }: MirrorKnocks): string {
  const parts: string[] = [];
  if (brightness !== null && Math.abs(brightness - 1) > SAME_SHARE)
    parts.push(`is ${brightness > 1 ? 'brighter' : 'duller'} by ${Math.round(100 * Math.abs(brightness - 1))} %`);
  if (ring !== null && Math.abs(ring) > SAME_SECONDS)
    parts.push(`rings ${Math.abs(ring).toFixed(2)} s ${ring > 0 ? 'longer' : 'shorter'}`);
  const counted = `${pairs.length} ${pairs.length === 1 ? 'pair' : 'pairs'} of mirrored places`;
  return parts.length > 0
    ? `The treble side ${parts.join(' and ')} (${counted}).`
    : `Both sides sound alike (${counted}).`;
}

export function evennessWords({ map: { stations } }: { map: KnockMap }): string {
  const rings = stations.flatMap(({ ringTime }) => ringTime ?? []);
  const least = Math.min(...rings);
  const most = Math.max(...rings);
  const mean = stations.reduce((sum, { brightness }) => sum + brightness, 0) / stations.length;
  const spread =
    Math.sqrt(stations.reduce((sum, { brightness }) => sum + (brightness - mean) ** 2, 0) / stations.length) / mean;
  const ring = rings.length > 0 ? `Rings ${least.toFixed(2)} to ${most.toFixed(2)} s over the plate; ` : '';
  return `${ring}brightness differs by ${Math.round(100 * spread)} % from place to place.`;
}
