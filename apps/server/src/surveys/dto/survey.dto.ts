import type { PassTool, Taken } from '@nimble/core/verdict';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsPositive,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { IsPast } from '../../http/is-past';

/** Conditions of a survey; SI, humidity 0..1. `typed` holds what was typed for each. */
class ConditionsDto {
  @IsOptional() @IsString() @MaxLength(80) person?: string;
  @IsOptional()
  @IsNumber()
  @Min(0, { message: 'must lie between 0 and 100 %' })
  @Max(1, { message: 'must lie between 0 and 100 %' })
  relativeHumidity?: number | null;
  @IsOptional()
  @IsNumber()
  @Min(-30, { message: 'is below −30 °C' })
  @Max(60, { message: 'is above 60 °C' })
  temperatureC?: number | null;
  @IsOptional()
  @IsPositive({ message: 'must be above zero' })
  @Max(20, { message: 'is over 20 kg: check the unit' })
  mass?: number | null;
  @IsOptional() @IsObject() typed?: Record<string, string>;
  @IsOptional() @IsString() @MaxLength(4000) note?: string;
}

export class StartSurveyDto extends ConditionsDto {
  @IsUUID() id: string;
  @IsOptional() @IsIn(['full', 'quick', 'weight']) kind?: 'full' | 'quick' | 'weight';
  @IsOptional() @IsPast() startedAt?: string;
}

export class ChangeSurveyDto extends ConditionsDto {
  @IsOptional() @IsBoolean() finished?: boolean;
}

export class ReadingDto {
  @IsUUID() id: string;
  @IsString() @MaxLength(12) station: string;
  @IsNumber() @Min(-2) @Max(2) x: number;
  @IsNumber() @Min(-2) @Max(2) y: number;
  /** [m]; null retracts the reading it supersedes. */
  @ValidateIf((dto: ReadingDto) => dto.thickness !== null)
  @IsNumber({ allowNaN: false, allowInfinity: false }, { message: 'must be a number of metres' })
  @IsPositive({ message: 'must be above zero' })
  @Max(0.1, { message: 'is more than 100 mm: check the figure and its unit' })
  thickness: number | null;
  @IsString() @MaxLength(40) typed: string;
  @IsIn(['typed', 'caliper', 'csv']) source: string;
  @IsBoolean() kept: boolean;
  @ValidateIf((dto: ReadingDto) => dto.supersedes !== null) @IsUUID() supersedes: string | null;
  @IsString() @MaxLength(80) person: string;
  @IsPast() at: string;
}

export class AddReadingsDto {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(2000)
  @ValidateNested({ each: true })
  @Type(() => ReadingDto)
  readings: ReadingDto[];
}

export class LineDecisionDto {
  @IsInt() @Min(1) line: number;
  @IsBoolean() keep: boolean;
}

export class ImportReadingsDto {
  @IsString() @MaxLength(2_000_000) text: string;
  @IsString() @MaxLength(80) person: string;
  /** What the maker said of doubtful lines, by line; without it such a file is asked about and nothing is kept. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(5000)
  @ValidateNested({ each: true })
  @Type(() => LineDecisionDto)
  decisions?: LineDecisionDto[];
}

export class ToolDto {
  @IsIn(['plane', 'scraper', 'sander']) kind: PassTool['kind'];
  @IsPositive() @Max(0.01, { message: 'is more than 10 mm a pass: check the unit' }) depthPerPass: number;
}

export class TakenPartDto {
  @IsString() @MaxLength(60) place: string;
  @IsPositive() @Max(1000) passes: number;
}

export class TakenDto {
  @IsIn(['plan', 'whole', 'parts']) kind: Taken['kind'];
  @ValidateIf((dto: TakenDto) => dto.kind === 'whole')
  @IsPositive({ message: 'must be above zero' })
  @Max(1000)
  passes?: number;
  @ValidateIf((dto: TakenDto) => dto.kind === 'parts')
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => TakenPartDto)
  parts?: TakenPartDto[];
}

export class TakePassDto {
  @IsUUID() id: string;
  @IsString() @MaxLength(80) person: string;
  @IsOptional() @IsPast() at?: string;
  @IsOptional() @ValidateNested() @Type(() => ToolDto) tool?: ToolDto;
  @ValidateNested() @Type(() => TakenDto) taken: TakenDto;
  @IsOptional() @IsUUID() supersedes?: string | null;
}

export class RetractDto {
  @IsBoolean() retracted: boolean;
}
