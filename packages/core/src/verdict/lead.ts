/**
 * Which line the plate is brought down to. The leading rule says where to stop; the maker's target says how thickness
 * is spread over the plate. Where the rule is followed, the whole target is lifted or lowered to its line. A leader
 * that nobody chose yields to a target that the maker set, while that lies within the rule's own doubt. A rule that is
 * silent, or that does not hold for the construction, leaves the target as it stands. SI.
 */
import { halfInterval, type Estimate } from '../base';
import { equivalentThickness, fillTarget, pumpingWeights, type TargetSpec, type TrebleSign } from '../graduation';
import type { ThicknessRule } from '../project';
import type { PlateShape } from '../outline';
import { integrate, type MapGrid } from '../survey';
import type { OrthotropicConstants } from '../wood';

/** What the leading rule says of one plate. */
export interface Lead {
  rule: ThicknessRule;
  /**
   * `line`: an even plate of this thickness. `target`: the maker's target is the rule's own word. `silent`: why it
   * can't speak.
   */
  says: { kind: 'line'; thickness: Estimate } | { kind: 'target' } | { kind: 'silent'; why: string };
  /** With its wood a rule sees the plate as it pumps, without by its mean thickness. */
  wood: OrthotropicConstants | null;
  /**
   * The maker chose this rule to lead, and set a target of his own. A leader that nobody chose yields to such a target
   * as far as its own doubt reaches.
   */
  chosen: boolean;
  ownTarget: boolean;
  /** Why what the rule rests on is in doubt; null when it is not. */
  doubt: string | null;
}

export interface FollowedLine {
  leader: ThicknessRule;
  /** What the plan follows. */
  by: ThicknessRule | 'target';
  /** Even thickness to stop at, and the target as it stands, both as the leading rule sees a plate [m]. */
  line: Estimate;
  targetLevel: number;
  /** What was added to the target everywhere [m]; 0 while rule and target agree within the band. */
  shift: number;
  /** What the leading rule says by itself, where it says a line [m]. */
  says: Estimate | null;
  /** The rule and a target that the maker set differ by more than the band. */
  differs: boolean;
  /** Why the leading rule can't speak; null when it does. */
  silent: string | null;
}

interface Plate {
  grid: MapGrid;
  shape: PlateShape;
  treble: TrebleSign;
}

/** Nine of ten targets by number should end within their band. */
const BAND_DEVIATIONS = 1.645;
const SECANT_STEPS = 4;

/**
 * @returns the wanted thickness per cell [m], not below the limit, length nx * ny; the line; and how the leading rule
 * sees a plate [m]
 */
export function followLead(plate: Plate, target: TargetSpec, lead: Lead | null) {
  const own = new Float64Array(plate.grid.wood.length);
  fillTarget(target, plate, own);
  const levelOf = levelFor(plate, lead?.wood ?? null);
  const targetLevel = levelOf(own);
  const common = { leader: lead?.rule ?? ('number' as const), targetLevel };
  const atTarget = { ...common, by: 'target' as const, shift: 0, says: null, differs: false };
  const line = { value: targetLevel, sd: target.tolerance / BAND_DEVIATIONS };
  if (!lead || lead.says.kind !== 'line') {
    const silent = lead?.says.kind === 'silent' ? lead.says.why : null;
    const followed: FollowedLine = { ...atTarget, line, silent };
    return { followed, wanted: own, levelOf };
  }
  const followed = followLine(lead, lead.says.thickness, { ...atTarget, line, silent: null }, target.tolerance);
  const shift = followed.line.value === targetLevel ? 0 : shiftTo(own, levelOf, followed.line.value);
  const wanted = own.map((h) => Math.max(h + shift, target.limit));
  return { followed: { ...followed, shift }, wanted, levelOf };
}

/**
 * A rule that the maker chose is followed; one that nobody chose only beyond its own doubt, or where there is no other
 * target than the ordinary band.
 */
function followLine(lead: Lead, says: Estimate, atTarget: FollowedLine, tolerance: number): FollowedLine {
  const apart = Math.abs(says.value - atTarget.targetLevel);
  const differs = lead.ownTarget && apart > tolerance;
  const stands = lead.ownTarget && !lead.chosen && apart <= Math.max(tolerance, halfInterval(says));
  if (stands) return { ...atTarget, says, differs };
  return { ...atTarget, by: lead.rule, says, differs, line: says };
}

/** How a rule sees a field of thickness: by its mean over the wood, or by the even plate that is as stiff. */
function levelFor(plate: Plate, wood: OrthotropicConstants | null): (thickness: Float64Array) => number {
  if (wood) {
    const weights = pumpingWeights(plate, wood);
    return (thickness) => equivalentThickness(weights, thickness);
  }
  const area = integrate(plate.grid, () => 1);
  return (thickness) => integrate(plate.grid, (cell) => thickness[cell]) / area;
}

/**
 * What must be added everywhere for the field to come to a level: Newton's steps, as the level moves nearly one for
 * one.
 */
function shiftTo(field: Float64Array, levelOf: (thickness: Float64Array) => number, level: number): number {
  let shift = 0;
  for (let step = 0; step < SECANT_STEPS; step++) shift += level - levelOf(field.map((h) => h + shift));
  return shift;
}
