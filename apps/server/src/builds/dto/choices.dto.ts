import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsISO8601,
  IsNumber,
  IsOptional,
  IsPositive,
  IsString,
  IsUUID,
  Length,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { THICKNESS_RULES, type PitchNote, type ThicknessRule } from '@nimble/core/project';
import { IsFeel } from '../../http/is-feel';
import { WoodDto } from './wood.dto';

const OVER = (what: string) => ({ message: `is over ${what}: check the unit` });

export class NumberBandDto {
  @IsPositive() @Max(0.03, OVER('30 mm')) thickness: number;
  @IsPositive() @Max(0.005, OVER('5 mm')) tolerance: number;
}

export class EstimateDto {
  @IsPositive() value: number;
  @IsNumber() @Min(0) sd: number;
}

export class FlexGoalDto {
  @IsUUID() jigId: string;
  @ValidateNested() @Type(() => EstimateDto) compliance: EstimateDto;
  /** As the jig felt that plate [m]. */
  @IsOptional() @IsPositive() width?: number;
  @IsString() @Length(1, 120) from: string;
}

export class FeelGoalDto {
  @IsString() @MaxLength(80) person: string;
  @IsFeel() score: number;
  /** The plate that felt so; null for a mark of one's own. */
  @IsOptional() @IsString() @Length(1, 120) from: string | null;
}

export class PitchGoalDto {
  @IsIn(['twist', 'across', 'along', 'clear']) note: PitchNote;
  @IsNumber()
  @Min(5, { message: 'must lie between 5 and 5000 Hz' })
  @Max(5000, { message: 'must lie between 5 and 5000 Hz' })
  frequency: number;
}

/** Which rule leads and what each aims at; null leaves it to the program. */
export class RuleChoicesDto {
  @IsOptional() @IsIn(THICKNESS_RULES) leader: ThicknessRule | null;
  @IsOptional() @ValidateNested() @Type(() => NumberBandDto) number: NumberBandDto | null;
  @IsOptional() @ValidateNested() @Type(() => FlexGoalDto) flex: FlexGoalDto | null;
  @IsOptional() @ValidateNested() @Type(() => FeelGoalDto) feel: FeelGoalDto | null = null;
  @IsOptional() @ValidateNested() @Type(() => PitchGoalDto) pitch: PitchGoalDto | null;
  @IsOptional() @IsPositive() @Max(5, OVER('5 kg')) weight: number | null;
  @IsOptional() @IsPositive() @Max(5000, OVER('5000 N')) tension: number | null;
  @IsOptional() @IsUUID() likeBuildId: string | null;
}

export class StrokeDto {
  @IsOptional() @IsIn(['neck', 'tail']) bass?: 'neck' | 'tail' | null;
  @IsOptional() @IsIn(['neck', 'tail']) treble?: 'neck' | 'tail' | null;
}

export class PlaningDto {
  @ValidateNested() @Type(() => StrokeDto) outer: StrokeDto;
  @ValidateNested() @Type(() => StrokeDto) inner: StrokeDto;
}

export class SandwichDto {
  @IsPositive() @Max(0.005, OVER('5 mm')) skin: number;
  @IsPositive() @Max(0.02, OVER('20 mm')) core: number;
  @IsPositive() coreModulus: number;
  @IsPositive() coreShear: number;
  @IsPositive() @Max(1500, OVER('1500 kg/m³')) coreDensity: number;
  @IsNumber() @Min(0) @Max(2, OVER('2 kg/m²')) glueMass: number;
}

const PITCH = { message: 'must lie between 20 and 2000 Hz' };

export class BarGoalDto {
  @IsString() @Length(1, 40, { message: 'must have 1 to 40 letters' }) name: string;
  @IsOptional() @IsNumber({}, PITCH) @Min(20, PITCH) @Max(2000, PITCH) goal: number | null;
  @IsOptional() @IsNumber({}, PITCH) @Min(20, PITCH) @Max(2000, PITCH) about?: number | null;
}

/** The plan that was repeated, and the wood that its target was for. */
export class RecipeDto {
  @IsString() @Length(1, 100, { message: 'must have 1 to 100 letters' }) from: string;
  @ValidateNested() @Type(() => WoodDto) wood: WoodDto;
}

export class TearDto {
  @IsUUID() id: string;
  @IsString() @Length(1, 40) station: string;
  @IsNumber() x: number;
  @IsNumber() y: number;
  @IsIn(['outer', 'inner']) face: 'outer' | 'inner';
  @IsPositive({ message: 'must be above zero' }) @Max(0.02, OVER('20 mm')) depth: number;
  @IsPositive() @Max(0.06, OVER('60 mm')) thickness: number;
  @IsISO8601() at: string;
  @IsOptional() @IsISO8601() gone: string | null;
}

/** How a part of the plate is planed where it differs from its half. */
export class LocalStrokeDto {
  @IsString() @Length(1, 60) place: string;
  @IsIn(['outer', 'inner']) face: 'outer' | 'inner';
  @IsIn(['neck', 'tail', 'scrape']) stroke: 'neck' | 'tail' | 'scrape';
  @IsNumber() x: number;
  @IsNumber() y: number;
}

export class ChoicesDto {
  @ValidateNested() @Type(() => RuleChoicesDto) rules: RuleChoicesDto;
  @IsOptional() @IsIn(['as-wanted', 'too-stiff', 'too-soft']) outcome: 'as-wanted' | 'too-stiff' | 'too-soft' | null;
  @ValidateNested() @Type(() => PlaningDto) planing: PlaningDto;
  @IsOptional() @ValidateNested() @Type(() => SandwichDto) sandwich: SandwichDto | null;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(12)
  @ValidateNested({ each: true })
  @Type(() => BarGoalDto)
  bars: BarGoalDto[] = [];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(60)
  @ValidateNested({ each: true })
  @Type(() => TearDto)
  tears: TearDto[] = [];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(60)
  @ValidateNested({ each: true })
  @Type(() => LocalStrokeDto)
  strokes: LocalStrokeDto[] = [];
  /** Null once the maker has said which target holds in this wood. */
  @IsOptional() @ValidateNested() @Type(() => RecipeDto) recipe: RecipeDto | null = null;
}
