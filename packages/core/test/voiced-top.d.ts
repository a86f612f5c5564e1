/**
 * A top that is voiced by following the program: its truth stands on another mesh, of other wood and sticks, of an uneven plate; hands plane unevenly and every reading errs.
 */
import {
  type HeardMode,
  type Proposal,
  type QuantityKey,
  type VoicingReading,
  type TopPlan,
  type Verdict,
  type VoicingGoal,
} from '../src';
/** As the maker takes it to be: heavy sticks still to be worked. */
export declare const TAKEN: TopPlan;
export interface VoicedRound {
  proposal: Proposal;
  verdict: Verdict;
  /** Forecasts of the round before beside what was read. */
  settled: {
    key: QuantityKey;
    held: boolean;
  }[];
  /** Of the true top [1]. */
  reserve: number;
  floor: number;
}
export declare const aGoal: (seed: number) => VoicingGoal;
/** Follows the first candidate for up to `rounds` rounds. */
export declare function voice(seed: number, rounds: number): VoicedRound[];
interface Read {
  heard: HeardMode[];
  others: VoicingReading[];
}
export declare function calibrated(top: TopPlan, { heard, others }: Read): import('../src').Calibration;
export declare const usualSetups: () => import('../src').FlexSetup[];
export {};
