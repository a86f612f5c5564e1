/** Two legs that cross behind the hole, tone bars behind the bridge, fingers out to the sides. */
import { pointAlong, type Point, type Segment } from '../../outline';
import { reachRim } from '../place';
import { DEGREE } from '../../units';
import { legs, RIM_INSET, SHORT_OF_RIM, upperPart } from './common-parts';
import type { PatternContext, PatternDrawing, PatternSettings } from './pattern';
import type { BraceStart } from './usual-brace';

export const x: PatternDrawing = {
  usual: { angle: 98 * DEGREE },
  draw: (settings, context) => [
    ...xLegs(settings, context),
    ...toneBars(settings, context),
    ...fingers(settings, context),
    ...upperPart(settings, context),
  ],
};

export const xLegs: PatternDrawing['draw'] = (settings, context) => legs(settings, context, RIM_INSET);

/** Of the tone bars to the grain [rad], and how far behind the bridge's line the first one leaves its leg [m]. */
const TONE_BAR_ANGLE = 1.25;
const BEHIND_BRIDGE = 0.024;
const LAST_SHARE = 0.88;

/** From the leg to the treble behind the bridge, slanting back over to the bass side. */
function toneBars(settings: PatternSettings, context: PatternContext): BraceStart[] {
  const [, leg] = xLegs(settings, context);
  const lower = lowerHalf(leg, settings, context);
  const first = shareBehindBridge(lower, context);
  return Array.from({ length: Math.min(4, settings.toneBars) }, (_, i): BraceStart => {
    const from = pointAlong(lower, first + ((LAST_SHARE - first) * i) / Math.max(1, settings.toneBars - 1));
    const back: Point = [Math.cos(TONE_BAR_ANGLE), -context.trebleSign * Math.sin(TONE_BAR_ANGLE)];
    const to = reachRim(context.outline, from, back, SHORT_OF_RIM * context.scale)!;
    return {
      from,
      to,
      id: `tone-${i + 1}`,
      name: ['upper tone bar', 'lower tone bar', 'third tone bar', 'fourth tone bar'][i],
      role: 'tone-bar',
      ends: ['butted', 'stopped'],
    };
  });
}

function shareBehindBridge({ from, to }: Segment, { bridgeAt, scale }: PatternContext): number {
  const share = (bridgeAt + BEHIND_BRIDGE * scale - from[0]) / (to[0] - from[0]);
  return Math.min(LAST_SHARE - 0.15, Math.max(0.15, share));
}

/** From the legs out to the sides. */
function fingers(settings: PatternSettings, context: PatternContext): BraceStart[] {
  return xLegs(settings, context).flatMap((leg) => {
    const lower = lowerHalf(leg, settings, context);
    const side = Math.sign(lower.to[1]);
    return Array.from({ length: Math.min(4, settings.fingers) }, (_, i): BraceStart => {
      const from = pointAlong(lower, (0.8 * (i + 0.55)) / (settings.fingers + 0.25));
      const out = settings.angle / 2 + Math.PI / 2;
      const to = reachRim(context.outline, from, [-Math.cos(out) * 0.15, side * Math.sin(out)], 0.01 * context.scale)!;
      const of = side === context.trebleSign ? 'treble' : 'bass';
      return {
        from,
        to,
        id: `finger-${of}-${i + 1}`,
        name: `${of} finger ${i + 1}`,
        role: 'finger',
        ends: ['butted', 'stopped'],
      };
    });
  });
}

function lowerHalf(leg: Segment, { crossingFromHole }: PatternSettings, { holeEnd }: PatternContext): Segment {
  return { from: [holeEnd + crossingFromHole, 0], to: leg.to };
}
