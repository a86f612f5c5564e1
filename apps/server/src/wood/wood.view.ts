import { ApiProperty } from '@nestjs/swagger';
import type { BeamJig, BraceFigures, End, FlexPoint, Objection, PieceMark, SetProperties } from '@nimble/core/wood';
import type { DryingCurve } from '@nimble/core/moisture';
import type { NoteKind } from '@nimble/core/project';
import { ListOfCore, OfCore } from '../http/of-core';
import { EstimateView } from '../http/estimate.view';

const BY_NOTE = { type: 'object', additionalProperties: { type: 'number' } } as const;

export class WoodWeighingView {
  @ApiProperty({ format: 'uuid' }) id: string;
  piece: PieceMark;
  at: Date;
  person: string;
  mass: number;
  relativeHumidity: number | null;
  temperatureC: number | null;
  /** Moisture content that the wood comes to in that air (0..1). */
  moisture: number | null;
  retracted: boolean;
}

export class WoodPhotoView {
  @ApiProperty({ format: 'uuid' }) id: string;
  at: Date;
  person: string;
  caption: string;
}

/** What was bent, or heard: a knock has the notes [Hz] and how long they rang [s]. */
export class WoodTestInputView {
  /** Sizes of the board as it was [m]; of a knock its mass too [kg]. */
  length?: number;
  width?: number;
  thickness?: number;
  mass?: number;
  direction?: 'along' | 'across';
  span?: number;
  /** Where it lay, was loaded and read. */
  @OfCore('wood#BeamJig') jig?: BeamJig;
  @ListOfCore('wood#FlexPoint') points?: readonly FlexPoint[];
  twist?: number;
  across?: number;
  along?: number;
  /** Of a flex: the modulus of rigidity that was reckoned with [Pa]. */
  shear?: EstimateView;
  /** Of a stick: the size that it bent over. */
  over?: 'thickness' | 'width';
  /** Strain across caused by stress along (1). */
  poisson?: number;
  @ApiProperty(BY_NOTE) ring?: Partial<Record<NoteKind, number>>;
}

export class WoodWarningView {
  code: string;
  message: string;
}

export class WoodTestResultView {
  modulusAlong?: EstimateView;
  modulusAcross?: EstimateView;
  shearModulus?: EstimateView;
  stiffness?: EstimateView;
  rigidityPerWidth?: EstimateView;
  /** Notes fitted against notes heard, in the order twist, across, along (1). */
  residuals?: number[];
  @ApiProperty(BY_NOTE) quality?: Partial<Record<NoteKind, number>>;
  limitedBy?: string;
  /** Of a flex along the grain: what of its sag was shear, taken off (1). */
  shearShare?: number;
  warnings: WoodWarningView[];
}

export class WoodTestView {
  @ApiProperty({ format: 'uuid' }) id: string;
  kind: 'flex' | 'knock';
  piece: PieceMark;
  at: Date;
  person: string;
  feel: number | null;
  jigId: string | null;
  input: WoodTestInputView;
  result: WoodTestResultView;
  retracted: boolean;
}

export class PieceHomeView {
  @ApiProperty({ format: 'uuid' }) setId: string;
  set: string;
  mark: PieceMark;
}

/** One piece of a set, as it was measured by itself [m, kg]. */
export class WoodPieceView {
  mark: PieceMark;
  width: number;
  thickness: number;
  /** Sizes of its own, where it differs from the others. */
  ownWidth: number | null;
  ownThickness: number | null;
  /** Newest that counts. */
  mass: number | null;
  /** Where it was before it was traded. */
  home: PieceHomeView | null;
  @OfCore('wood#SetProperties') properties: SetProperties;
  @OfCore('moisture#DryingCurve') drying: DryingCurve;
}

/** Pieces of a plate, two halves mostly, or a billet of brace stock; sizes are of one piece [m], angles in radians. */
export class WoodSetView {
  @ApiProperty({ format: 'uuid' }) id: string;
  name: string;
  use: 'top' | 'back' | 'brace';
  species: string;
  cut: string;
  worked: string;
  length: number;
  width: number;
  thickness: number;
  /** From bass to treble. */
  pieces: WoodPieceView[];
  /** Of all pieces side by side [m]. */
  joinedWidth: number;
  grainLinesPerCm: number | null;
  runout: number | null;
  offQuarter: number;
  /** Toward which end the fibres rise to the outer face, half by half. */
  risesBass: End | null;
  risesTreble: End | null;
  figure: string;
  colour: string;
  price: string;
  place: string;
  note: string;
  rejected: string | null;
  demo: boolean;
  archivedAt: Date | null;
  createdAt: Date;
  updatedAt: Date;
  weighings: WoodWeighingView[];
  tests: WoodTestView[];
  photos: WoodPhotoView[];
  /** Of the plate joined of its pieces. */
  @OfCore('wood#SetProperties') properties: SetProperties;
  @ListOfCore('wood#Objection') objections: Objection[];
  /** Of its first piece. */
  @OfCore('moisture#DryingCurve') drying: DryingCurve;
  /** Only of brace stock. */
  @OfCore('wood#BraceFigures') brace: BraceFigures | null;
}
