/**
 * What a maker decides for one build beside its plan: which rule leads, how it turned out, which way it planes, what a
 * sandwich is made of. SI.
 */
import type { End, Face, Half, LocalStroke } from '../wood';
import type { Estimate } from '../base';
import type { BuildWood } from './build-wood';

export const THICKNESS_RULES = ['stiffness', 'flex', 'feel', 'pitch', 'ring', 'number', 'weight'] as const;
export type ThicknessRule = (typeof THICKNESS_RULES)[number];

export type NoteKind = 'twist' | 'across' | 'along';

/** What a plate is brought down to: a named note of the free plate, or one of those that just ring clear. */
export type PitchNote = NoteKind | 'clear';

/** The maker's choices for one build. What is null is left to the program. */
export interface RuleChoices {
  leader: ThicknessRule | null;
  number: { thickness: number; tolerance: number } | null;
  /** A sag that worked, on a jig, and whose it was. */
  flex: { jigId: string; compliance: Estimate; from: string; width?: number } | null;
  /** How it should feel to this person's hands, 1 soft to 9 stiff, and which plate felt so; null for a mark of one's own. */
  feel: { person: string; score: number; from: string | null } | null;
  pitch: { note: PitchNote; frequency: number } | null;
  weight: number | null;
  /** Pull of all strings [N]. */
  tension: number | null;
  likeBuildId: string | null;
}

export const NO_CHOICES: RuleChoices = {
  leader: null,
  number: null,
  flex: null,
  feel: null,
  pitch: null,
  weight: null,
  tension: null,
  likeBuildId: null,
};

export type BuildOutcome = 'as-wanted' | 'too-stiff' | 'too-soft';

/** Skins are of the build's own wood. */
export interface SandwichPlan {
  skin: number;
  core: number;
  coreModulus: number;
  coreShear: number;
  coreDensity: number;
  glueMass: number;
}

/** Where wood tore out: kept until it is planed out or filled. */
export interface TearMark {
  id: string;
  /** The station it lies at, and where that is [m]. */
  station: string;
  x: number;
  y: number;
  face: Face;
  /** Below the surface, and how thick the plate was there then [m]. */
  depth: number;
  thickness: number;
  at: string;
  /** When it was gone; null while it is there. */
  gone: string | null;
}

export interface BuildChoices {
  rules: RuleChoices;
  outcome: BuildOutcome | null;
  /** Strokes that the maker found right, face by face. */
  planing: Record<Face, Partial<Record<Half, End | null>>>;
  /** And part by part, where one differs from its half; newest last. */
  strokes: LocalStroke[];
  sandwich: SandwichPlan | null;
  tears: TearMark[];
  /** Bars that are tuned, each with the note that is wanted of it [Hz], if any. */
  bars: BarGoal[];
  /** The plan that was repeated and the wood that its target was for, until the maker says what holds in this wood. */
  recipe: { from: string; wood: BuildWood } | null;
}

export interface BarGoal {
  name: string;
  goal: number | null;
  /** About where its own note lies among what is heard over it [Hz]; without it the strongest counts. */
  about?: number | null;
}

export const NO_BUILD_CHOICES: BuildChoices = {
  rules: NO_CHOICES,
  outcome: null,
  planing: { outer: {}, inner: {} },
  strokes: [],
  sandwich: null,
  tears: [],
  bars: [],
  recipe: null,
};
