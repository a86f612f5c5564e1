import type { FlexResult } from '@nimble/core/wood';
import type { SoundWarning } from '@nimble/core/sound';
import type { TopModeKind } from '@nimble/core/shell';
import { ApiProperty } from '@nestjs/swagger';
import { EstimateView } from '../http/estimate.view';

export class WarningView {
  code: string;
  message: string;
}

export class FlexAnswerView {
  /** [N/m] */
  stiffness: EstimateView;
  /** [Pa] */
  modulus: EstimateView;
  /** Dial reading of the line at no load [m]. */
  intercept: number;
  /** Share of the readings' variation that the line explains (0..1). */
  rSquared: number;
  /** Which measurement the modulus' doubt comes from most. */
  limitedBy: FlexResult['limitedBy'];
  warnings: WarningView[];
}

export class PlateAnswerView {
  /** [kg/m3] */
  density: EstimateView;
  /** [Pa] */
  modulusAlong: EstimateView;
  modulusAcross: EstimateView;
  shearModulus: EstimateView;
  /** Measured over fitted less one, in the order twist, across, along, more (1). */
  residuals: number[];
  warnings: WarningView[];
}

export class MoistureAnswerView {
  /** Mass of water per mass of dry wood (0..1). */
  equilibriumMoistureContent: number;
}

export class SectionAnswerView {
  /** [m2] */
  area: number;
  /** Over the glue face [m]. */
  centroidHeight: number;
  /** About the own centroid, for bending in the height direction [m4]. */
  secondMoment: number;
  /** About the glue face [m4]. */
  secondMomentAboutBase: number;
  /** Least of the two edges [m3]. */
  sectionModulus: number;
}

export class ArcAnswerView {
  /** [m] */
  radius: number;
  rise: number;
  /** Most that a bent batten lies from the arc [m]. */
  battenDeviation: number;
}

export class BarAnswerView {
  /** [Hz], lowest first. */
  frequencies: number[];
  /** Hz per metre of height taken off at each station: partial by station. */
  @ApiProperty({ type: 'array', items: { type: 'array', items: { type: 'number' } } }) sensitivities: number[][];
  /** [kg] */
  mass: number;
  theory: 'with-shear' | 'thin';
  shear: 'given' | 'usual';
  /** [Pa]; null, as JSON has no infinity, for thin-bar theory */
  shearModulus: number | null;
}

export class TopModeView {
  /** [Hz] */
  frequency: number;
  kind: TopModeKind;
  /** [kg] */
  modalMass: number;
}

export class TopAnswerView {
  /** Stopped: the modes are the best so far. */
  status: 'converged' | 'stopped';
  modes: TopModeView[];
  /** [m]: load by point asked for. */
  @ApiProperty({ type: 'array', items: { type: 'array', items: { type: 'number' } } }) deflections: number[][];
  /** [kg] */
  mass: number;
  degreesOfFreedom: number;
  elapsedMs: number;
}

export class KnockPartialView {
  /** [Hz] with its standard error. */
  frequency: number;
  frequencySd: number;
  q: number;
  /** Against the strongest of its knock [dB]. */
  level: number;
  @ApiProperty({ enum: [1, -1] }) polarity: 1 | -1;
  note: string;
  octave: number;
  cents: number;
  /** Time to fall by 60 dB [s]. */
  ringTime: number;
  /** In how many of the knocks it was heard. */
  heard: number;
}

export class OnsetView {
  /** [s] */
  time: number;
  accepted: boolean;
  reason?: string;
}

export class KnockAnswerView {
  /** [Hz] */
  sampleRate: number;
  onsets: OnsetView[];
  partials: KnockPartialView[];
  /** Of the whole sound [s]; null where nothing was accepted. */
  ringTime: number | null;
  /** Likelihood that something is loose (0..1). */
  rattle: number;
  warnings: SoundWarning[];
}

export class PlayedPeakView {
  /** [Hz] */
  frequency: number;
  /** [dB] */
  level: number;
  /** How far it stands over the higher of its two feet [dB]. */
  prominence: number;
}

export class PlayedValleyView {
  /** [Hz] */
  frequency: number;
  /** Below the line between the peaks on either side [dB]. */
  depth: number;
  /** The note that falls into it. */
  note: string;
}

export class PlayedAnswerView {
  peaks: PlayedPeakView[];
  valleys: PlayedValleyView[];
  /** [Hz, dB] along a scale of even musical steps. */
  @ApiProperty({ type: 'array', items: { type: 'array', items: { type: 'number' } } }) curve: [number, number][];
  /** The room's own level over the same range, against the curve's highest [dB]. */
  background: number;
  /** Spread of the curve about its smooth course within the range [dB]: small is even. */
  evenness: number;
  warnings: SoundWarning[];
}
