/**
 * Stop where the plate feels as one that worked felt to the same hands. A mark from 1, soft, to 9, stiff, stands for
 * rigidity, which goes with the cube of thickness; what one step is worth, and how far a mark is off as a rule, the
 * person's own record against the dial says. SI.
 */
import type { Estimate } from '../base';
import type { RuleChoices } from '../project';
import type { FeelRecord } from '../wood';
import { formatThickness, inWords, type UnitChoice } from '../units';
import type { PlateCheck } from './plate-check';
import { said, silent, type RuleOpinion } from './rule-opinion';

/** What a person's marks are worth, by what was also bent under loads. */
export interface HandRecord {
  person: string;
  record: Pick<FeelRecord, 'count' | 'perStep' | 'scatter' | 'perStepDoubt'>;
}

export interface FeelWorth {
  /** Rigidity grows by this factor with each step (1). */
  perStep: number;
  /** How far a mark is off as a rule [steps]. */
  scatter: number;
  /** Standard deviation of the step's logarithm over that logarithm (1). */
  perStepDoubt: number;
}

/** What one person's hands gave the plate, and how thick it was then [m]. */
export interface Mark {
  score: number;
  thickness: Estimate;
}

/** A mark is worth something once its step and its scatter are both told; null until then. */
export function worthOf({ record: { perStep, scatter, perStepDoubt } }: HandRecord): FeelWorth | null {
  return perStep !== null && scatter !== null && perStepDoubt !== null ? { perStep, scatter, perStepDoubt } : null;
}

/** Of the person who is to feel it, oldest first. */
export function marksOf(checks: readonly PlateCheck[], { person }: NonNullable<RuleChoices['feel']>): Mark[] {
  return checks.flatMap(({ feel, thickness }) => (feel?.person === person ? [{ score: feel.score, thickness }] : []));
}

/**
 * Where the plate will feel as wanted: rigidity D goes with h^3 and with perStep^mark, so each mark says
 *   h = h0 perStep^((wanted - mark) / 3)
 * and marks are weighed by their doubt: the scatter of each is its own, the step's worth is common to all.
 *
 * @param wanted its mark, and how far that may itself be off [steps]
 * @throws RangeError without a mark
 */
export function byFeel(marks: readonly Mark[], wanted: { score: number; sd: number }, worth: FeelWorth): Estimate {
  if (marks.length === 0) throw new RangeError('a feel needs a mark of this plate');
  const perThird = Math.log(worth.perStep) / 3;
  const said = marks.map(({ score, thickness: { value, sd } }) => {
    const steps = wanted.score - score;
    const far = steps * perThird * worth.perStepDoubt;
    const variance = (sd / value) ** 2 + (perThird * worth.scatter) ** 2 + far ** 2;
    return { log: Math.log(value) + steps * perThird, weight: 1 / variance, own: variance - far ** 2, far };
  });
  const total = said.reduce((sum, { weight }) => sum + weight, 0);
  const over = (of: (one: (typeof said)[number]) => number) => said.reduce((sum, one) => sum + of(one), 0);
  const value = Math.exp(over(({ log, weight }) => weight * log) / total);
  const own = over(({ weight, own: variance }) => weight ** 2 * variance) / total ** 2;
  const common = over(({ weight, far }) => weight * far) / total;
  return { value, sd: value * Math.hypot(Math.sqrt(own), common, perThird * wanted.sd) };
}

export interface FeelFacts {
  choices: Pick<RuleChoices, 'feel'>;
  checks: readonly PlateCheck[];
  hands: readonly HandRecord[];
  units: UnitChoice;
}

export function feelOpinion({ choices, checks, hands, units }: FeelFacts): RuleOpinion {
  const goal = choices.feel;
  const reason = 'As it felt to your hands when it was right: a mark from 1, soft, to 9, stiff.';
  if (!goal) return silent('feel', reason, 'Choose the mark at which to stop, or a plate that felt right.');
  const who = goal.person || 'you';
  const now = marksOf(checks, goal);
  const wanted = goal.from ? `as ${goal.from} felt: ${goal.score} of 9` : `${goal.score} of 9`;
  const last = now.at(-1);
  if (!last) return silent('feel', `Wanted is ${wanted}, to ${who}.`, 'Bend it by hand and give it a mark.');
  const at = inWords(formatThickness(last.thickness.value, units));
  const compared = `To ${who} it felt ${last.score} at ${at}; wanted is ${wanted}.`;
  const hand = hands.find(({ person }) => person === goal.person);
  const worth = hand ? worthOf(hand) : null;
  if (!worth) return silent('feel', `${compared} ${directionWords(last.score, goal.score)}`, untoldWords(hand));
  const thickness = byFeel(now, { score: goal.score, sd: goal.from ? worth.scatter : 0 }, worth);
  const step = `By ${hand!.record.count} marks against the dial a step is ${Math.round(100 * (worth.perStep - 1))} % in stiffness, and a mark is off by ${worth.scatter.toFixed(1)} as a rule.`;
  return said('feel', thickness, `${compared} ${step}`);
}

function directionWords(now: number, wanted: number): string {
  if (now > wanted) return 'It is still stiffer than that.';
  return now === wanted ? 'It feels as wanted: stop by your hands.' : 'It is softer than that already: stop.';
}

function untoldWords(hand: HandRecord | undefined): string {
  const count = hand?.record.count ?? 0;
  return `What a step means in millimetres shows once marks were given beside loads and dial often enough (${count} so far, four at least).`;
}
