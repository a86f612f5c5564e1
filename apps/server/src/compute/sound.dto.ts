import { Type } from 'class-transformer';
import { IsNumber, IsOptional, Max, Min } from 'class-validator';

const A4 = { message: 'must lie between 400 and 480 Hz' };

export class KnockOptionsDto {
  /** Reference pitch [Hz] @example 440 */
  @IsOptional() @Type(() => Number) @IsNumber({}, A4) @Min(400, A4) @Max(480, A4) a4?: number;
}

export class PlayedOptionsDto extends KnockOptionsDto {
  /** Lowest and highest fretted note [Hz]. */
  @Type(() => Number) @IsNumber({}, { message: 'must be a frequency in Hz' }) lowest: number;
  @Type(() => Number) @IsNumber({}, { message: 'must be a frequency in Hz' }) highest: number;
}
