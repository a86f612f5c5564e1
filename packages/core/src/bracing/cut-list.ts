/** What to saw and plane before gluing: stock, bevels, notches, ends. SI. */
import { angleBetween, nearestOn, type PlateShape, type Point, type Segment } from '../outline';
import { braceSection, volumeOf } from './brace-plan';
import {
  crossingsOf,
  heightAt,
  lapCuts,
  lapOf,
  type Brace,
  type BracingPlan,
  type EndFit,
  type Patch,
} from './bracing-plan';
import { nearestOnOutline } from './place';

export interface CutNotch {
  /** Middle of the notch from the first end, its length along the brace and its depth [m]. */
  at: number;
  width: number;
  depth: number;
  from: 'above' | 'below';
  /** Name of the brace that passes there. */
  passes: string;
}

export interface CutEnd {
  fit: EndFit;
  /** What stands there: let into the lining that deep [m]. */
  height: number;
  /** Between the sawn end and square to the brace [rad]. */
  bevel: number;
}

export interface CutPiece {
  id: string;
  name: string;
  /** Finished length, and the stick to saw: with spare at both ends and a millimetre on the section [m]. */
  length: number;
  stockLength: number;
  width: number;
  height: number;
  ends: [CutEnd, CutEnd];
  notches: CutNotch[];
  /** [kg] */
  mass: number;
  /** Name of the billet, if one was chosen. */
  stock: string | null;
}

const SPARE_LENGTH = 0.01;

/** In the order of the plan. */
export function cutList(plan: BracingPlan, shape: PlateShape): CutPiece[] {
  const crossings = crossingsOf(plan.braces);
  return plan.braces.map((brace): CutPiece => ({
    id: brace.id,
    name: brace.name,
    length: brace.length,
    stockLength: brace.length + 2 * SPARE_LENGTH,
    width: Math.max(...brace.heights.map((_, i) => braceSection(brace, i).width)),
    height: Math.max(...brace.heights),
    ends: [endOf(brace, 0, plan, shape), endOf(brace, 1, plan, shape)],
    notches: notchesOf(brace, plan, crossings),
    mass: volumeOf(brace) * brace.density,
    stock: brace.stock?.name ?? null,
  }));
}

export function notchesOf(
  brace: Brace,
  plan: Pick<BracingPlan, 'laps' | 'braces'>,
  crossings = crossingsOf(plan.braces),
): CutNotch[] {
  return crossings
    .filter(({ a, b }) => a.id === brace.id || b.id === brace.id)
    .flatMap((crossing): CutNotch[] => {
      const lap = lapOf(plan, crossing.a.id, crossing.b.id);
      if (!lap) return [];
      const [at, other] = crossing.a.id === brace.id ? [crossing.alongA, crossing.b] : [crossing.alongB, crossing.a];
      const { fromAbove, fromBelow } = lapCuts(lap, crossing);
      const lower = lap.lower === brace.id;
      return [
        {
          at,
          width: other.width / Math.sin(crossing.angle),
          depth: lower ? fromAbove : fromBelow,
          from: lower ? 'above' : 'below',
          passes: other.name,
        },
      ];
    })
    .sort((p, q) => p.at - q.at);
}

function endOf(brace: Brace, which: 0 | 1, plan: BracingPlan, shape: PlateShape): CutEnd {
  const end = which === 0 ? brace.from : brace.to;
  const fit = brace.ends[which];
  const height = heightAt(brace, which === 0 ? 0 : brace.length);
  if (fit === 'stopped' || fit === 'feathered') return { fit, height, bevel: 0 };
  const against = fit === 'let-in' ? nearestOnOutline(shape.outline, end).along : nearestBrace(brace, end, plan.braces);
  return { fit, height, bevel: against ? Math.PI / 2 - angleBetween(brace, against) : 0 };
}

function nearestBrace(brace: Brace, end: Point, braces: readonly Brace[]): Segment | null {
  const [nearest] = braces
    .filter(({ id }) => id !== brace.id)
    .sort((a, b) => nearestOn(a, end).distance - nearestOn(b, end).distance);
  return nearest ?? null;
}

/** Wood of a patch [m3]. */
export function patchVolume({ role, length, width, thickness }: Patch): number {
  return role === 'hole-ring' ? Math.PI * (length - width) * width * thickness : length * width * thickness;
}
