/**
 * Where tried practice lies, for whoever is new to it: bands made up for this program from what flat-top makers
 * commonly build, sizes of an ordinary guitar grown with the plate. Outside a band is not wrong; it is a plan nobody at
 * this bench has tried.
 */
import { angleBetween, meetingOf } from '../outline';
import { formatThickness, inWords } from '../units';
import type { Brace, BraceRole, BracingPlan } from './bracing-plan';
import { scaleOf } from './patterns/usual-brace';
import type { CautionGround, PlanCaution } from './caution';
import type { Experience } from './experience';

interface Band {
  height: readonly [number, number];
  width: readonly [number, number];
}

const BANDS: Partial<Record<BraceRole, Band>> = {
  'x-leg': { height: [0.0115, 0.0185], width: [5.5e-3, 9e-3] },
  'tone-bar': { height: [6e-3, 0.0145], width: [5e-3, 9e-3] },
  finger: { height: [3e-3, 0.01], width: [3.5e-3, 7e-3] },
  'fan-bar': { height: [2.5e-3, 7.5e-3], width: [3.5e-3, 8e-3] },
  transverse: { height: [0.01, 0.021], width: [5e-3, 0.012] },
  'ladder-bar': { height: [8e-3, 0.019], width: [4.5e-3, 0.01] },
  'lattice-bar': { height: [3.5e-3, 0.0125], width: [2.5e-3, 6e-3] },
  'long-bar': { height: [7e-3, 0.017], width: [5e-3, 9e-3] },
};

const X_ANGLE: readonly [number, number] = [1.45, 1.87]; // 83 to 107 degrees
const X_CARVED_ANGLE: readonly [number, number] = [0.7, 1.35];
const CROSSING: readonly [number, number] = [8e-3, 0.06];
/** With some experience a plan may lie this much outside a band before it is said. */
const SLACK: Record<Experience, number> = { new: 0, some: 0.25, seasoned: Infinity };

export function practiceCautions(plan: BracingPlan, ground: CautionGround): PlanCaution[] {
  const slack = SLACK[ground.experience];
  if (slack === Infinity) return [];
  return [...plan.braces.flatMap((brace) => sizeCautions(brace, ground, slack)), ...xCautions(plan, ground, slack)];
}

function sizeCautions(brace: Brace, { shape, units }: CautionGround, slack: number): PlanCaution[] {
  const band = BANDS[brace.role];
  if (!band) return [];
  const scale = scaleOf(shape);
  const sizes = { height: Math.max(...brace.heights), width: brace.width };
  return (['height', 'width'] as const).flatMap((what): PlanCaution[] => {
    const [least, most] = band[what].map((value) => value * scale);
    if (within(sizes[what], [least, most], slack)) return [];
    const say = (metres: number) => inWords(formatThickness(metres, units));
    const message = `${brace.name}: a ${what} of ${say(sizes[what])} is outside what is tried, ${say(least)} to ${say(most)} on a plate this size.`;
    return [caution(message, [brace.id])];
  });
}

const within = (value: number, [least, most]: readonly [number, number], slack: number) =>
  value >= least * (1 - slack) && value <= most * (1 + slack);

function xCautions(
  { braces }: BracingPlan,
  { construction, hole, units, shape }: CautionGround,
  slack: number,
): PlanCaution[] {
  const [one, other] = braces.filter(({ role }) => role === 'x-leg');
  const meeting = one && other && meetingOf(one, other);
  if (!meeting) return [];
  const cautions: PlanCaution[] = [];
  const opening = openingOf(one, other);
  const band = construction === 'carved' ? X_CARVED_ANGLE : X_ANGLE;
  if (!within(opening, band, slack))
    cautions.push(
      caution(`The X opens ${degrees(opening)}°: tried ones open ${degrees(band[0])}° to ${degrees(band[1])}°.`, [
        one.id,
        other.id,
      ]),
    );
  if (hole && construction !== 'carved') {
    const gap = meeting.point[0] - hole.x - hole.diameter / 2;
    const tried = CROSSING.map((value) => value * scaleOf(shape)) as [number, number];
    const say = (metres: number) => inWords(formatThickness(metres, units));
    if (!within(gap, tried, slack))
      cautions.push(
        caution(`The X crosses ${say(gap)} behind the hole: tried ones ${say(tried[0])} to ${say(tried[1])}.`, [
          one.id,
          other.id,
        ]),
      );
  }
  return cautions;
}

/** Angle between the legs as it opens to the tail [rad]. */
export function openingOf(one: Brace, other: Brace): number {
  const acute = angleBetween(one, other);
  const meeting = meetingOf(one, other);
  if (!meeting) return acute;
  const lower = [one, other].map((leg) => (leg.from[0] > leg.to[0] ? leg.from : leg.to));
  const [p, q] = lower.map(([x, y]) => [x - meeting.point[0], y - meeting.point[1]]);
  return Math.acos((p[0] * q[0] + p[1] * q[1]) / (Math.hypot(p[0], p[1]) * Math.hypot(q[0], q[1])));
}

const degrees = (angle: number) => Math.round((angle * 180) / Math.PI);
const caution = (message: string, braces: string[]): PlanCaution => ({
  code: 'far-from-practice',
  message: message.charAt(0).toUpperCase() + message.slice(1),
  braces,
  at: null,
});
