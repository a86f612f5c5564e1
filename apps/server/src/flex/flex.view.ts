import { ApiProperty } from '@nestjs/swagger';
import type { FeelRecord, FlexPoint, FlexWarning, Jig } from '@nimble/core/wood';
import type { NoteKind } from '@nimble/core/project';
import { ListOfCore, OfCore } from '../http/of-core';
import { EstimateView } from '../http/estimate.view';

export class JigView {
  @ApiProperty({ format: 'uuid' }) id: string;
  name: string;
  @OfCore('wood#Jig') body: Jig;
  demo: boolean;
}

export class CheckRingView {
  /** [s] */
  time: number;
  level: number | null;
}

export class CheckInputView {
  @ListOfCore('wood#FlexPoint') points?: FlexPoint[];
  /** [Hz] by name. */
  @ApiProperty({ type: 'object', additionalProperties: { type: 'number' } }) notes?: Partial<Record<NoteKind, number>>;
  /** Those that ring clear, without a name [Hz]. */
  clear?: number[];
  ring?: CheckRingView;
}

export class CheckResultView {
  /** Sag per load [m/N]. */
  compliance?: EstimateView;
  /** Only from a ring jig [Pa]. */
  modulusAlong?: EstimateView;
  rigidityPerWidth?: EstimateView;
  /** As the jig felt it [m]; none of checks made before widths were kept. */
  width?: number;
  @ListOfCore('wood#FlexWarning') warnings: FlexWarning[];
}

/** What was bent or heard on the whole plate of a build. */
export class CheckView {
  @ApiProperty({ format: 'uuid' }) id: string;
  buildId: string;
  surveyId: string | null;
  jigId: string | null;
  kind: 'flex' | 'knock' | 'feel';
  at: Date;
  person: string;
  feel: number | null;
  /** Mean of the plate when it was done [m]. */
  thickness: EstimateView;
  input: CheckInputView;
  result: CheckResultView;
  retracted: boolean;
}

export class ScoredFlexView {
  at: Date;
  score: number;
  rigidity: number;
}

/** How a person's hand scores track the dial, over boards and whole plates. */
export class PersonFeelView {
  person: string;
  @OfCore('wood#FeelRecord') record: FeelRecord;
  flexes: ScoredFlexView[];
}
