import { TOP_HOLDS, type TopHold } from '@nimble/core/top';
import { TOP_MODE_KINDS, type TopModeKind } from '@nimble/core/shell';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsOptional,
  IsPositive,
  IsString,
  Length,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { PlanDto } from '../bracing/bracing.dto';

const UNIT = { message: 'is far too much: check the unit' };

/** Added to the plate's parts [m]. */
export class ThickerDto {
  @IsOptional() @IsNumber() @Min(-0.01, UNIT) @Max(0.01, UNIT) upper?: number;
  @IsOptional() @IsNumber() @Min(-0.01, UNIT) @Max(0.01, UNIT) bass?: number;
  @IsOptional() @IsNumber() @Min(-0.01, UNIT) @Max(0.01, UNIT) treble?: number;
  @IsOptional() @IsNumber() @Min(-0.01, UNIT) @Max(0.01, UNIT) rim?: number;
}

export class VariantModeDto {
  @IsPositive() @Max(20_000) frequency: number;
  @IsIn(TOP_MODE_KINDS) kind: TopModeKind;
}

export class VariantFiguresDto {
  @IsArray() @ArrayMaxSize(12) @ValidateNested({ each: true }) @Type(() => VariantModeDto) modes: VariantModeDto[];
  @IsOptional() @IsNumber() sink: number | null;
  @IsOptional() @IsNumber() movement: number | null;
  @IsBoolean() turns: boolean;
  @IsOptional() @IsNumber() @Min(0) reserve: number | null;
  @IsPositive() @Max(10, { message: 'is over 10 kg: check the unit' }) mass: number;
}

export class VariantDto {
  @IsString() @Length(1, 60, { message: 'must have 1 to 60 letters' }) name: string;
  @IsOptional() @IsString() @Length(0, 80) person?: string;
  @ValidateNested() @Type(() => PlanDto) plan: PlanDto;
  @ValidateNested() @Type(() => ThickerDto) thicker: ThickerDto;
  @IsIn(TOP_HOLDS) hold: TopHold;
  @ValidateNested() @Type(() => VariantFiguresDto) figures: VariantFiguresDto;
}
