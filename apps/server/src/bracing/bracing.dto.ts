import {
  BRACE_ROLES,
  BRIDGE_KINDS,
  CAPS,
  END_FITS,
  MOST_BRACES,
  PATCH_ROLES,
  STRING_MATERIALS,
  UNDERSIDES,
  type BraceRole,
  type BridgeKind,
  type Cap,
  type EndFit,
  type PatchRole,
  type StringMaterial,
  type Underside,
} from '@nimble/core/bracing';
import { SECTION_SHAPES, type SectionShape } from '@nimble/core/section';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
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
  ValidateNested,
} from 'class-validator';

const OVER = (what: string) => ({ message: `is over ${what}: check the unit` });
const NAME = { message: 'must have 1 to 40 letters' };

/** Length, section and heights of a stick; SI. */
export class BracePlanDto {
  @IsString() @Length(1, 40, NAME) name: string;
  @IsPositive() @Max(2, OVER('2 m')) length: number;
  @IsIn(SECTION_SHAPES) section: SectionShape;
  @IsPositive() @Max(0.1, OVER('100 mm')) width: number;
  @IsOptional() @IsNumber() @Min(0) @Max(0.1, OVER('100 mm')) topWidth: number | null;
  @IsOptional() @IsPositive() @Max(0.1, OVER('100 mm')) endWidth?: number | null;
  @IsOptional() @IsNumber() @Min(0) @Max(0.1, OVER('100 mm')) endTopWidth?: number | null;
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(200)
  @IsPositive({ each: true, message: 'must all be above zero' })
  @Max(0.1, { each: true, ...OVER('100 mm') })
  heights: number[];
  @IsPositive() modulus: number;
  @IsPositive() @Max(2000, OVER('2000 kg/m³')) density: number;
}

export class StockDto {
  @IsUUID() id: string;
  @IsString() @Length(1, 80) name: string;
}

const PLACE = { each: true, message: 'must be two numbers within 2 m' } as const;

/** `from` and `to` are [x, y] in plate axes [m]. */
export class BraceDto extends BracePlanDto {
  @IsString() @Length(1, 60) id: string;
  @IsIn(BRACE_ROLES) role: BraceRole;
  @IsArray() @ArrayMinSize(2) @ArrayMaxSize(2) @IsNumber({}, PLACE) @Min(-2, PLACE) @Max(2, PLACE) from: [
    number,
    number,
  ];
  @IsArray() @ArrayMinSize(2) @ArrayMaxSize(2) @IsNumber({}, PLACE) @Min(-2, PLACE) @Max(2, PLACE) to: [number, number];
  @IsArray() @ArrayMinSize(2) @ArrayMaxSize(2) @IsIn(END_FITS, { each: true }) ends: [EndFit, EndFit];
  @IsIn(UNDERSIDES) underside: Underside;
  @IsOptional() @IsPositive() @Max(200, OVER('200 m')) radius: number | null;
  /** [rad] */
  @IsNumber() @Min(-0.8) @Max(0.8) grainSlope: number;
  @IsNumber() @Min(-1.6) @Max(1.6) ringAngle: number;
  @IsBoolean() accessHole: boolean;
  @IsOptional() @ValidateNested() @Type(() => StockDto) stock: StockDto | null;
}

export class LapDto {
  @IsString() @Length(1, 60) a: string;
  @IsString() @Length(1, 60) b: string;
  @IsString() @Length(1, 60) lower: string;
  @IsOptional() @IsPositive() @Max(0.1, OVER('100 mm')) depth: number | null;
  @IsIn(CAPS) cap: Cap;
  @IsPositive() @Max(0.01, OVER('10 mm')) capThickness: number;
}

export class PatchDto {
  @IsString() @Length(1, 60) id: string;
  @IsString() @Length(1, 40, NAME) name: string;
  @IsIn(PATCH_ROLES) role: PatchRole;
  @IsNumber() @Min(-2) @Max(2) x: number;
  @IsNumber() @Min(-2) @Max(2) y: number;
  @IsPositive() @Max(1, OVER('1 m')) length: number;
  @IsPositive() @Max(1, OVER('1 m')) width: number;
  @IsPositive() @Max(0.02, OVER('20 mm')) thickness: number;
  @IsIn(['along', 'across']) grain: 'along' | 'across';
}

export class BridgeDto {
  @IsIn(BRIDGE_KINDS) kind: BridgeKind;
  @IsNumber() @Min(0) @Max(30) fretAtBody: number;
  @IsNumber() @Min(-0.02) @Max(0.03, OVER('30 mm')) compensationTreble: number;
  @IsNumber() @Min(-0.02) @Max(0.03, OVER('30 mm')) compensationBass: number;
  @IsOptional() @IsPositive() @Max(1.5, OVER('1.5 m')) bassScale: number | null;
  @IsPositive() @Max(0.5, OVER('500 mm')) span: number;
  @IsPositive() @Max(0.2, OVER('200 mm')) width: number;
  @IsPositive() @Max(0.15, OVER('150 mm')) stringHeight: number;
  @IsNumber() @Min(0) @Max(1) angleBefore: number;
  @IsNumber() @Min(0) @Max(1) angleBehind: number;
}

export class PlanStringDto {
  @IsString() @Length(1, 8) note: string;
  @IsNumber() @Min(20) @Max(2000) frequency: number;
  @IsIn(STRING_MATERIALS) material: StringMaterial;
  @IsPositive() @Max(0.005, OVER('5 mm')) diameter: number;
  @IsOptional() @IsPositive() @Max(0.1, OVER('100 g/m')) massPerLength: number | null;
  @IsInt() @Min(1) @Max(3) count: number;
}

/** A plan as a whole; places and lengths in metres. */
export class PlanDto {
  @IsArray() @ArrayMaxSize(MOST_BRACES) @ValidateNested({ each: true }) @Type(() => BraceDto) braces: BraceDto[];
  @IsArray() @ArrayMaxSize(400) @ValidateNested({ each: true }) @Type(() => LapDto) laps: LapDto[];
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => PatchDto) patches: PatchDto[];
  @ValidateNested() @Type(() => BridgeDto) bridge: BridgeDto;
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => PlanStringDto)
  strings: PlanStringDto[] | null;
  @IsOptional() @IsPositive() @Max(200, OVER('200 m')) archRadius: number | null;
  @IsOptional() @IsPositive() @Max(200, OVER('200 m')) dishRadius: number | null;
  @IsBoolean() rodThroughHole: boolean;
}

export class ShapingDto {
  @IsUUID() id: string;
  @IsString() @Length(1, 60) braceId: string;
  @IsString() @Length(0, 80) person: string;
  @IsOptional() @IsNumber() @Min(20) @Max(20000) heardBefore: number | null;
  @ValidateNested() @Type(() => BracePlanDto) before: BracePlanDto;
  @ValidateNested() @Type(() => BracePlanDto) after: BracePlanDto;
}

export class ShapingOutcomeDto {
  @IsOptional() @IsNumber() @Min(-0.01) @Max(1, OVER('1 kg')) removed: number | null;
  @IsOptional() @IsNumber() @Min(20) @Max(20000) frequency: number | null;
}
