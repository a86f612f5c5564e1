/**
 * The order of gluing and why, what fits into one open time, and the pressure that rods, clamps or a vacuum give. SI.
 */
import { crossingsOf, lapOf, patchVolume, type Brace, type BraceRole, type BracingPlan } from '../bracing';
import { nearestOn } from '../outline';
import { InvalidInput, requirePositive, requireWithin } from '../base';
import type { Glue } from './generic-glues';

export const PRESSES = ['rods', 'clamps', 'vacuum'] as const;
export type Press = (typeof PRESSES)[number];

export interface GlueSetup {
  press: Press;
  /** Of one rod or clamp [N], and how many there are. */
  force: number;
  count: number;
  /** Under a vacuum bag, below the air outside [Pa]. */
  vacuum: number;
  /** To spread, place and press one piece [s]. */
  timePerPiece: number;
}

export const USUAL_SETUP: GlueSetup = { press: 'rods', force: 60, count: 24, vacuum: 75e3, timePerPiece: 75 };

export interface GluePiece {
  id: string;
  name: string;
  /** Why it comes when it does. */
  reason: string;
  /** Glue face [m2], and what it wants: force [N] and rods or clamps for it (0 under a vacuum). */
  area: number;
  wanted: number;
  rods: number;
  /** Pressure that so many give, or the bag [Pa]. */
  pressure: number;
  enough: boolean;
  /** Tall for its width: a caul keeps it from leaning. */
  caul: boolean;
}

export interface GlueSession {
  pieces: GluePiece[];
  /** To spread, place and press all of them [s]. */
  time: number;
  rods: number;
}

/** Share of the open time that a plan uses: hands are slower than plans. */
const OPEN_SHARE = 0.8;
/** Rods stand no farther apart than this [m], and a brace has at least two. */
const ROD_SPACING = 0.055;
const TALL = 1.9;

/** @throws InvalidInput naming `force`, `count`, `vacuum` or `timePerPiece` */
export function gluePlan(plan: BracingPlan, glue: Glue, setup: GlueSetup): GlueSession[] {
  checkSetup(setup);
  const open = OPEN_SHARE * glue.openTime;
  if (setup.timePerPiece > open)
    throw new InvalidInput(
      'timePerPiece',
      setup.timePerPiece,
      'is longer than the glue stays open: take one with more time, or warm the wood',
    );
  const sessions: GlueSession[] = [];
  const placed = new Map<string, number>();
  const order = gluingOrder(plan);
  for (const { piece, reason, after } of order) {
    const glued = pieceOf(piece, reason, glue, setup);
    // What it stands on must be dry: a later session than that. Nothing goes back before what came earlier in the
    // order.
    const earliest = Math.max(0, ...after.map((id) => (placed.get(id) ?? -1) + 1));
    let n = Math.max(earliest, sessions.length - 1);
    while (sessions[n] && !fits(sessions[n], glued, open, setup)) n++;
    sessions[n] ??= { pieces: [], time: 0, rods: 0 };
    const session = sessions[n];
    session.pieces.push(glued);
    session.time += setup.timePerPiece;
    session.rods += glued.rods;
    placed.set(glued.id, n);
  }
  return sessions;
}

function checkSetup({ force, count, vacuum, timePerPiece }: GlueSetup): void {
  requirePositive('force', force);
  if (!(Number.isInteger(count) && count > 0))
    throw new InvalidInput('count', count, 'must be a whole number above zero');
  requireWithin('vacuum', vacuum, 5e3, 101e3);
  requireWithin('timePerPiece', timePerPiece, 5, 3600);
}

function fits(
  session: GlueSession,
  piece: GluePiece,
  open: number,
  { press, count, timePerPiece }: GlueSetup,
): boolean {
  if (session.time + timePerPiece > open) return false;
  return press === 'vacuum' || session.rods + piece.rods <= count;
}

interface Face {
  id: string;
  name: string;
  area: number;
  length: number;
  slender: number;
}

function pieceOf(
  { id, name, area, length, slender }: Face,
  reason: string,
  glue: Glue,
  { press, force, count, vacuum }: GlueSetup,
): GluePiece {
  const wanted = glue.pressureLow * area;
  const bySpacing = Math.max(2, Math.ceil(length / ROD_SPACING));
  const rods = press === 'vacuum' ? 0 : Math.min(count, Math.max(bySpacing, Math.ceil(wanted / force)));
  const pressure = press === 'vacuum' ? vacuum : (rods * force) / area;
  return { id, name, reason, area, wanted, rods, pressure, enough: pressure >= glue.pressureLow, caul: slender > TALL };
}

export interface GlueStep {
  piece: Face;
  reason: string;
  /** What must be glued and dry before it. */
  after: string[];
}

const FIRST_ROLES: readonly BraceRole[] = [
  'x-leg',
  'transverse',
  'a-leg',
  'ladder-bar',
  'long-bar',
  'closing-bar',
  'fan-bar',
  'lattice-bar',
  'tone-bar',
  'finger',
  'hole-side',
  'free',
];

/**
 * X first, the lower leg of each lap before the one that passes over it, then what butts against something, bigger
 * pieces before smaller ones.
 */
export function gluingOrder(plan: BracingPlan): GlueStep[] {
  const steps = [
    ...plan.braces.map((brace) => braceStep(brace, plan)),
    ...plan.patches.map((patch) => patchStep(patch, plan)),
  ];
  const left = new Map(steps.map((step) => [step.piece.id, step]));
  const done: GlueStep[] = [];
  while (left.size > 0) {
    const ready = [...left.values()].filter(({ after }) => after.every((id) => !left.has(id)));
    // A ring of pieces that each wait for another can't be ordered: take the one that comes first by its role.
    const next = (ready.length > 0 ? ready : [...left.values()]).sort((a, b) => rankOf(a, plan) - rankOf(b, plan))[0];
    left.delete(next.piece.id);
    done.push(next);
  }
  return done;
}

function rankOf({ piece }: GlueStep, plan: BracingPlan): number {
  const brace = plan.braces.find(({ id }) => id === piece.id);
  if (!brace) return plan.patches.find(({ id }) => id === piece.id)?.role === 'hole-ring' ? -1 : 1.5;
  return FIRST_ROLES.indexOf(brace.role) + (brace.role === 'x-leg' ? 0 : 2);
}

function braceStep(brace: Brace, plan: BracingPlan): GlueStep {
  const over = crossingsOf(plan.braces).flatMap(({ a, b }) => {
    const lap = lapOf(plan, a.id, b.id);
    if (!lap || (a.id !== brace.id && b.id !== brace.id) || lap.lower === brace.id) return [];
    return [a.id === brace.id ? b : a];
  });
  const butts = buttsAgainst(brace, plan.braces);
  const passes = crossingsOf(plan.braces).some(({ a, b }) => a.id === brace.id || b.id === brace.id);
  const first = brace.role === 'x-leg' ? 'The X comes first: the rest is fitted to it. ' : '';
  const reason =
    over.length > 0
      ? `${first}It passes over ${over.map(({ name }) => name).join(', ')}, so that leg is glued and dry first.`
      : butts.length > 0
        ? `It butts against ${butts.map(({ name }) => name).join(' and ')}.`
        : passes
          ? `${first}Its notches open upward: it is the lower leg of its laps.`
          : first || 'It stands free of the others.';
  return {
    piece: {
      id: brace.id,
      name: brace.name,
      area: brace.length * brace.width,
      length: brace.length,
      slender: Math.max(...brace.heights) / brace.width,
    },
    reason: reason.trim(),
    after: [...new Set([...over, ...butts].map(({ id }) => id))],
  };
}

/** Ends that are butted, and against what. */
function buttsAgainst(brace: Brace, braces: readonly Brace[]): Brace[] {
  return [brace.from, brace.to].flatMap((end, i) => {
    if (brace.ends[i] !== 'butted') return [];
    const [nearest] = braces
      .filter(({ id }) => id !== brace.id)
      .sort((a, b) => nearestOn(a, end).distance - nearestOn(b, end).distance);
    return nearest && nearestOn(nearest, end).distance < nearest.width + brace.width ? [nearest] : [];
  });
}

function patchStep(patch: BracingPlan['patches'][number], plan: BracingPlan): GlueStep {
  const ring = patch.role === 'hole-ring';
  const legs = plan.braces.filter(({ role }) => role === 'x-leg');
  const between = patch.role === 'bridge-plate' && legs.length > 0;
  const area = patchVolume(patch) / patch.thickness;
  return {
    piece: { id: patch.id, name: patch.name, area, length: patch.width, slender: 0 },
    reason: ring
      ? 'Before the braces that pass near it.'
      : between
        ? 'It is fitted between the legs of the X.'
        : 'It lies flat on the plate: what passes over it is fitted to it.',
    after: between ? legs.map(({ id }) => id) : [],
  };
}
