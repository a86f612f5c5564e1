/** Patches that go with a pattern. */
import { meetingOf, type Point } from '../../outline';
import type { Brace, Patch } from '../bracing-plan';
import type { Pattern, PatternContext } from './pattern';

const GLUED_BRIDGES: readonly Pattern[] = ['x', 'double-x', 'fan', 'ladder', 'lattice'];

/** A plate under a glued bridge, a ring round the hole. */
export function patchesFor(
  pattern: Pattern,
  { bridgeAt, scale, hole }: PatternContext,
  braces: readonly Brace[],
): Patch[] {
  const plate: Patch[] =
    GLUED_BRIDGES.includes(pattern) && pattern !== 'lattice'
      ? [
          {
            id: 'bridge-plate',
            name: 'bridge plate',
            role: 'bridge-plate',
            x: bridgeAt + 4e-3,
            y: 0,
            length: (pattern === 'fan' ? 0.018 : 0.036) * scale,
            width: 2 * roomBeside(bridgeAt, braces, 0.08 * scale),
            thickness: pattern === 'fan' ? 1.4e-3 : 2.4e-3,
            grain: 'across',
          },
        ]
      : [];
  const ring: Patch[] = hole
    ? [
        {
          id: 'hole-ring',
          name: 'ring round the hole',
          role: 'hole-ring',
          x: hole.x,
          y: 0,
          length: hole.diameter + 0.03 * scale,
          width: 0.015 * scale,
          thickness: 1.4e-3,
          grain: 'along',
        },
      ]
    : [];
  return [...plate, ...ring];
}

/** Half the width free between X legs at the bridge's forward edge. */
function roomBeside(bridgeAt: number, braces: readonly Brace[], most: number): number {
  const across = { from: [bridgeAt - 0.014, 0] as Point, to: [bridgeAt - 0.014, 1] as Point };
  return braces
    .filter(({ role }) => role === 'x-leg')
    .reduce((room, leg) => {
      const y = Math.abs(meetingOf(leg, across)?.point[1] ?? most);
      return Math.min(room, Math.max(0.02, y - leg.width));
    }, most);
}
