/**
 * An assessment without its maps: what is stored with a survey and given through the API. SI, with the words in the
 * maker's units.
 */
import type { Estimate } from '../base';
import type { TargetSpec } from '../graduation';
import type { WoodEstimate } from '../project';
import { SCALE_SD, type HandReach } from '../survey';
import type { UnitChoice } from '../units';
import type { Assessment, PlateContext } from './assess-thickness';
import type { ThicknessVerdict } from './judge';
import type { PassForecast } from './pass-forecast';
import type { PlanStep } from './pass-plan';
import { evidence, followedSentence, headline, ruleWords, stepWords } from './words';
import { zoneWords } from './zones';

export interface StepSummary extends Omit<PlanStep, 'zone'> {
  /** "Lower bout, bass side"; "The whole plate" for the sander. */
  place: string;
  words: string;
  /** [kg] */
  mass: number;
}

export interface AssessmentSummary {
  statistics: {
    mean: number;
    spread: number;
    volume: number;
    volumeSd: number;
    unreadShare: number;
    thinnest: { station: string; thickness: number };
    thickest: { station: string; thickness: number };
  };
  /** Root mean square of left against right, and bass half less treble half [m]. */
  asymmetry: { rms: number; bassLessTreble: number };
  verdict: ThicknessVerdict & {
    headline: string;
    ruleWords: string;
    evidence: string[];
    /** Which of target and leading rule is followed, where they differ. */
    followedSentence: string | null;
  };
  steps: StepSummary[];
  nearLimit: { place: string; margin: number }[];
  forecast: PassForecast;
  /** Mean depth that the plan takes off the whole plate [m]. */
  plannedMeanRemoval: number;
  /** What the plan reckons with of the hand that takes it off; none in verdicts kept before it was learned. */
  reach?: HandReach | null;
}

export function summarizeAssessment(
  assessment: Assessment,
  plate: PlateContext,
  target: TargetSpec,
  units: UnitChoice,
): AssessmentSummary {
  const { statistics, verdict, plan, forecast, mirror } = assessment;
  const { thinnest, thickest, ...rest } = statistics;
  const density = forecast.massNow.value / statistics.volume;
  return {
    statistics: {
      ...rest,
      thinnest: { station: thinnest.station, thickness: thinnest.thickness },
      thickest: { station: thickest.station, thickness: thickest.thickness },
    },
    asymmetry: { rms: mirror.rms, bassLessTreble: -plate.treble * mirror.halves },
    verdict: {
      ...verdict,
      headline: headline(verdict, units),
      ruleWords: ruleWords(verdict, target, units),
      followedSentence: followedSentence(verdict, units),
      evidence: evidence(assessment, plate.zones, units),
    },
    steps: plan.steps.map(({ zone, ...step }) => ({
      ...step,
      place: zone === null ? 'The whole plate' : zoneWords(plate.zones.zones[zone]),
      words: stepWords({ zone, ...step }, units),
      mass: step.volume * density,
    })),
    nearLimit: plan.nearLimit.map(({ zone, margin }) => ({ place: zoneWords(plate.zones.zones[zone]), margin })),
    forecast,
    plannedMeanRemoval: statistics.mean - forecast.meanAfter.value,
  };
}

/** By scale and volume where it was weighed with these readings, else as its wood is known [kg/m3]. */
export function densityOf(
  { forecast: { massNow }, statistics: { volume, volumeSd } }: Pick<AssessmentSummary, 'forecast' | 'statistics'>,
  wood: WoodEstimate,
): Estimate {
  const wasWeighed = massNow.sd <= SCALE_SD;
  if (!wasWeighed) return wood.rho;
  const value = massNow.value / volume;
  return { value, sd: (value * volumeSd) / volume };
}
