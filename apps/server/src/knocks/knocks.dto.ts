import { Type } from 'class-transformer';
import { IsIn, IsInt, IsNumber, IsOptional, IsString, IsUUID, Length, Max, MaxLength, Min } from 'class-validator';
import { IsPast } from '../http/is-past';

const METRES = { message: 'is over 2 m: check the unit' };
const LOWEST = { message: 'must lie between 20 and 200 Hz' };
const Metres = () => (target: object, key: string) => {
  for (const decorate of [IsOptional(), Type(() => Number), IsNumber(), Min(-2, METRES), Max(2, METRES)])
    decorate(target, key);
};

/** Who, when and by what a sound was taken. */
class TakenDto {
  @IsUUID() id: string;
  @IsString() @MaxLength(80) person: string;
  @IsOptional() @IsPast() at?: string;
  @IsIn(['microphone', 'file', 'simulated']) source: 'microphone' | 'file' | 'simulated';
}

/** Fields of a form that carries the sound as `file`. */
export class KnockDto extends TakenDto {
  @IsIn(['plate', 'station', 'bar']) about: 'plate' | 'station' | 'bar';
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(999) round?: number;
  /** Of the station or the bar. */
  @IsOptional() @IsString() @Length(1, 40) name?: string;
  @Metres() x?: number;
  @Metres() y?: number;
  @Metres() heldX?: number;
  @Metres() heldY?: number;
  /** Lowest partial that is told [Hz]. */
  @IsOptional() @Type(() => Number) @IsNumber() @Min(20, LOWEST) @Max(200, LOWEST) from?: number;
}

export class PlayedDto extends TakenDto {
  @IsString() @MaxLength(80) title: string;
  /** Lowest and highest fretted note [Hz]. */
  @Type(() => Number) @IsNumber({}, { message: 'must be a frequency in Hz' }) lowest: number;
  @Type(() => Number) @IsNumber({}, { message: 'must be a frequency in Hz' }) highest: number;
}

export class HearAgainDto {
  @IsNumber({}, LOWEST) @Min(20, LOWEST) @Max(200, LOWEST) from: number;
}
