import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsNumber,
  IsOptional,
  IsPositive,
  IsString,
  Length,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';

const TOO_LONG = (what: string) => ({ message: `is over ${what}: check the unit` });

/** Times [s], pressures [Pa]. */
export class GlueDto {
  @IsString() @Length(1, 40) id: string;
  @IsString() @Length(1, 60, { message: 'must have 1 to 60 letters' }) name: string;
  @IsPositive() @Max(14_400, TOO_LONG('4 hours')) openTime: number;
  @IsPositive() @Max(604_800, TOO_LONG('a week')) clampTime: number;
  @IsPositive() @Max(2_592_000, TOO_LONG('30 days')) cureTime: number;
  @IsPositive() @Max(5e6, TOO_LONG('5 MPa')) pressureLow: number;
  @IsPositive() @Max(5e6, TOO_LONG('5 MPa')) pressureHigh: number;
  @IsString() @MaxLength(300) note: string;
}

export class GluePieceDto {
  @IsString() @Length(1, 60) id: string;
  @IsString() @Length(1, 40) name: string;
}

/** Moments [ms since 1970]. */
export class GlueTimesDto {
  @IsNumber() @Min(0) spreadAt: number;
  @IsOptional() @IsNumber() @Min(0) pressedAt: number | null;
  @IsOptional() @IsNumber() @Min(0) releasedAt: number | null;
}

const GLUE_CHECKS = ['fit', 'flip', 'marks', 'humidity', 'cauls', 'dry-run'] as const;

export class GlueUpDto {
  @IsString() @Length(0, 80) person: string;
  @ValidateNested() @Type(() => GlueDto) glue: GlueDto;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(60)
  @ValidateNested({ each: true })
  @Type(() => GluePieceDto)
  pieces: GluePieceDto[];
  @ValidateNested() @Type(() => GlueTimesDto) times: GlueTimesDto;
  @IsArray() @ArrayMaxSize(12) @IsIn(GLUE_CHECKS, { each: true }) checked: string[];
  @IsOptional() @IsNumber() @Min(0) @Max(1, { message: 'is a share from 0 to 1' }) relativeHumidity: number | null;
  @IsOptional() @IsNumber() @Min(-10) @Max(60) temperatureC: number | null;
  @IsString() @MaxLength(2000) note: string;
}
