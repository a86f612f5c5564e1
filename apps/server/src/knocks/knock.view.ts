import { ApiProperty, ApiResponse, getSchemaPath } from '@nestjs/swagger';
import type { KeptAnalysis, PlayedAnalysis } from '@nimble/core/sound';
import { OfCore } from '../http/of-core';

export class TakenSoundView {
  @ApiProperty({ format: 'uuid' }) id: string;
  buildId: string;
  at: Date;
  person: string;
  source: 'microphone' | 'file' | 'simulated';
  retracted: boolean;
}

export class HeldAtView {
  x: number;
  y: number;
}

/** Plate axes [m]. */
export class KnockPlaceView {
  name?: string;
  x?: number;
  y?: number;
  held?: HeldAtView;
}

export class KnockOptionsView {
  /** Lowest note that was listened for [Hz]. */
  from?: number;
}

/** A knock on the whole plate, at a station, or on a bar. */
export class KnockView extends TakenSoundView {
  about: 'plate' | 'station' | 'bar';
  round: number;
  place: KnockPlaceView;
  options: KnockOptionsView;
  @OfCore('sound#KeptAnalysis') analysis: KeptAnalysis;
}

export class PlayedPlaceView {
  title: string;
  /** [Hz] */
  lowest: number;
  highest: number;
}

/** The finished instrument played. */
export class PlayedView extends TakenSoundView {
  @ApiProperty({ enum: ['played'] }) about: 'played';
  round: number;
  place: PlayedPlaceView;
  options: KnockOptionsView;
  @OfCore('sound#PlayedAnalysis') analysis: PlayedAnalysis;
}

export type SoundView = KnockView | PlayedView;

const SOUND = { oneOf: [{ $ref: getSchemaPath(KnockView) }, { $ref: getSchemaPath(PlayedView) }] };

/** Told apart by what they are about. */
export const AnswersSound = (status = 200): MethodDecorator & ClassDecorator => ApiResponse({ status, schema: SOUND });
export const AnswersSounds = (): MethodDecorator & ClassDecorator =>
  ApiResponse({ status: 200, schema: { type: 'array', items: SOUND } });
