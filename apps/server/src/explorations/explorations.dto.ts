import { BATCH_KINDS, GOALS, type BatchSpec, type Goal } from '@nimble/core/explore';
import { TOP_HOLDS, TOP_PARTS, type TopHold, type TopPart } from '@nimble/core/top';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsPositive,
  IsString,
  IsUUID,
  Length,
  Max,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';

const UNIT = { message: 'is far too much: check the unit' };

export class VariableDto {
  @IsIn(['braces', 'plate', 'crossing', 'opening']) of: 'braces' | 'plate' | 'crossing' | 'opening';
  @ValidateIf(({ of }: VariableDto) => of === 'braces')
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(100)
  @IsString({ each: true })
  ids?: string[];
  @ValidateIf(({ of }: VariableDto) => of === 'plate')
  @IsArray()
  @ArrayMinSize(1)
  @IsIn(TOP_PARTS, { each: true })
  parts?: TopPart[];
}

export class SpreadDto {
  @IsNumber() @Min(0) @Max(0.5) density: number;
  @IsNumber() @Min(0) @Max(0.5) modulus: number;
  @IsNumber() @Min(0) @Max(0.5) braceDensity: number;
  @IsNumber() @Min(0) @Max(0.5) braceModulus: number;
}

/** Heights in metres, the neck's turn in radians. */
export class LimitsDto {
  @IsNumber() @Min(0) @Max(20) reserve: number;
  @IsPositive() @Max(0.05, UNIT) lowest: number;
  @IsPositive() @Max(0.08, UNIT) tallest: number;
  /** The neck's block turns no further [rad]. */
  @IsOptional() @IsPositive() @Max(0.5, UNIT) neck?: number | null;
}

const forKind = (kind: BatchSpec['kind']) => ValidateIf((spec: SpecDto) => spec.kind === kind);
const SWEEP = forKind('sweep');
const DOUBT = forKind('doubt');
const SEARCH = forKind('search');

/** What each kind needs; the core checks how it fits the plan. */
export class SpecDto {
  @IsIn(BATCH_KINDS) kind: BatchSpec['kind'];
  @SWEEP @ValidateNested() @Type(() => VariableDto) variable?: VariableDto;
  @SWEEP @IsNumber() @Min(-0.5, UNIT) @Max(0.5, UNIT) from?: number;
  @SWEEP @IsNumber() @Min(-0.5, UNIT) @Max(0.5, UNIT) to?: number;
  @SWEEP @IsInt() @Min(3) @Max(41) steps?: number;
  @DOUBT @IsInt() @Min(8) @Max(400) draws?: number;
  @DOUBT @ValidateNested() @Type(() => SpreadDto) spread?: SpreadDto;
  @SEARCH
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(8)
  @ValidateNested({ each: true })
  @Type(() => VariableDto)
  variables?: VariableDto[];
  @SEARCH @IsArray() @ArrayMinSize(2) @ArrayMaxSize(2) @IsIn(GOALS, { each: true }) goals?: [Goal, Goal];
  @SEARCH @IsOptional() @IsPositive() note?: number | null;
  @SEARCH @ValidateNested() @Type(() => LimitsDto) limits?: LimitsDto;
  @ValidateIf(({ kind }: SpecDto) => kind !== 'sweep') @IsInt() @Min(0) @Max(2 ** 31) seed?: number;
}

export class ExplorationDto {
  @IsUUID() id: string;
  @IsOptional() @IsString() @Length(0, 80) person?: string;
  @IsIn(TOP_HOLDS) hold: TopHold;
  @ValidateNested() @Type(() => SpecDto) spec: SpecDto;
}
