/** One rule's word on how thin a plate should be. SI. */
import type { Estimate } from '../base';
import type { ThicknessRule } from '../project';

export interface RuleOpinion {
  rule: ThicknessRule;
  /** Null while something is missing. */
  thickness: Estimate | null;
  /** Of the whole plate at that thickness [kg]. */
  mass: Estimate | null;
  reason: string;
  /** What would let it speak. */
  missing: string | null;
  /** False where the rule does not hold for this construction: then it has no vote. */
  applies: boolean;
}

export const said = (rule: ThicknessRule, thickness: Estimate, reason: string): RuleOpinion => ({
  rule,
  thickness,
  mass: null,
  reason,
  missing: null,
  applies: true,
});
export const silent = (rule: ThicknessRule, reason: string, missing: string): RuleOpinion => ({
  rule,
  thickness: null,
  mass: null,
  reason,
  missing,
  applies: true,
});
