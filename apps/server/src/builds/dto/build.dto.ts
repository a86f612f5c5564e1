import { CONSTRUCTIONS, FAMILIES, PLATES, STAGES, type Stage } from '@nimble/core/project';
import type { Family, HoleSpec, OutlineSpec } from '@nimble/core/outline';
import { ApiProperty, PartialType } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsDateString,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsPositive,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { ChoicesDto } from './choices.dto';
import { HoleDto, holeType, OutlineDto, outlineType } from './outline.dto';
import { WoodDto } from './wood.dto';

export class StationDto {
  @Matches(/^[A-Za-z]{1,3}\d{1,4}$/, { message: 'must be letters and a number, like I3' }) name: string;
  @IsNumber() x: number;
  @IsNumber() y: number;
  @IsIn(['field', 'rim', 'own']) kind: 'field' | 'rim' | 'own';
  @IsBoolean() skipped: boolean;
}

export class UnitsDto {
  @IsIn(['mm', 'in', 'in-fraction', 'thou']) thickness: 'mm' | 'in' | 'in-fraction' | 'thou';
  @IsIn(['mm', 'in']) length: 'mm' | 'in';
  @IsIn(['g', 'oz']) mass: 'g' | 'oz';
  @IsIn(['°C', '°F']) temperature: '°C' | '°F';
}

export class ToolDto {
  @IsIn(['plane', 'scraper', 'sander']) kind: 'plane' | 'scraper' | 'sander';
  /** [m] */
  @IsPositive() @Max(0.002, { message: 'is more than 2 mm in one pass: check the unit' }) depthPerPass: number;
}

export class WaitsForDto {
  @IsString() @Length(1, 80) what: string;
  @ValidateIf((dto: WaitsForDto) => dto.until !== null) @IsDateString() until: string | null;
}

export class BuildFieldsDto {
  @IsInt({ message: 'must be a whole number' })
  @Min(1, { message: 'must be 1 or more' })
  @Max(1_000_000)
  number: number;
  @IsString() @Length(1, 80, { message: 'must have 1 to 80 letters' }) name: string;
  @ApiProperty({ enum: FAMILIES }) @IsIn(FAMILIES) family: Family;
  @ApiProperty({ enum: CONSTRUCTIONS }) @IsIn(CONSTRUCTIONS) construction: string;
  @ApiProperty({ enum: PLATES }) @IsIn(PLATES) plate: 'top' | 'back';
  @IsBoolean() leftHanded: boolean;
  /** [m] */
  @IsOptional()
  @IsNumber()
  @Min(0.1, { message: 'is under 100 mm: check the unit' })
  @Max(1.5, { message: 'is over 1.5 m: check the unit' })
  scaleLength: number | null;
  @ValidateNested() @Type(() => WoodDto) wood: WoodDto;
  @ValidateNested() @outlineType() outline: OutlineDto & OutlineSpec;
  @IsArray() @ArrayMaxSize(8) @ValidateNested({ each: true }) @holeType() holes: (HoleDto & HoleSpec)[];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(2000)
  @ValidateNested({ each: true })
  @Type(() => StationDto)
  stations?: StationDto[];
  @ValidateNested() @Type(() => UnitsDto) units: UnitsDto;
  @ValidateNested() @Type(() => ToolDto) tool: ToolDto;
}

export class CreateBuildDto extends BuildFieldsDto {
  @IsUUID() id: string;
}

export class ChangeBuildDto extends PartialType(BuildFieldsDto) {
  @IsOptional() @IsIn(STAGES) stage?: Stage;
  @IsOptional() @IsArray() @IsIn(STAGES, { each: true }) stagesDone?: Stage[];
  @IsOptional() @ValidateNested() @Type(() => ChoicesDto) choices?: ChoicesDto;
  @IsOptional() @ValidateNested() @Type(() => WaitsForDto) waitsFor?: WaitsForDto | null;
}

export class DuplicateBuildDto {
  @IsUUID() id: string;
  @IsInt({ message: 'must be a whole number' })
  @Min(1, { message: 'must be 1 or more' })
  @Max(1_000_000)
  number: number;
  @IsString() @Length(1, 80, { message: 'must have 1 to 80 letters' }) name: string;
}

export class AddNoteDto {
  @IsUUID() id: string;
  @IsIn(STAGES) stage: Stage;
  @IsString() @Length(1, 4000, { message: 'must have 1 to 4000 letters' }) text: string;
  @IsString() @MaxLength(80) person: string;
}
