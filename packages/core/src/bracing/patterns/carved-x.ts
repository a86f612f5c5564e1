/** Two legs that cross between hole and bridge and stop short of the rim, for a carved top. */
import { DEGREE } from '../../units';
import { legs } from './common-parts';
import type { PatternDrawing } from './pattern';

const OFF_RIM = 0.035;

export const carvedX: PatternDrawing = {
  usual: { angle: 58 * DEGREE },
  draw: (settings, context) =>
    legs({ ...settings, crossingFromHole: (context.bridgeAt - context.holeEnd) / 2 }, context, OFF_RIM),
};
