import {
  FLEX_PLACES,
  PLACE_WISHES,
  REPAIRS,
  type FlexPlace,
  type PlaceWishes,
  type RepairKind,
} from '@nimble/core/voicing';
import { ApiProperty } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsDateString,
  IsDefined,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
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
import { IsPast } from '../http/is-past';

const OVER = (what: string) => ({ message: `is over ${what}: check the unit` });
const FEEL = { message: 'runs from 1, soft, to 9, stiff' };

class EventDto {
  @IsUUID() id: string;
  @IsInt() @Min(1) @Max(999) round: number;
  @IsString() @MaxLength(80) person: string;
  @IsOptional() @IsPast() at?: string;
}

export class FlexWishDto {
  @IsIn(FLEX_PLACES) place: FlexPlace;
  @IsPositive() compliance: number;
  @IsOptional() @IsString() @MaxLength(80) from: string | null;
}

export class ModeWishDto {
  @IsInt() mode: number;
  @IsIn(['frequency', 'ratio']) at: 'frequency' | 'ratio';
  @ValidateIf(({ at }: ModeWishDto) => at === 'frequency') @IsNumber() frequency: number;
  @ValidateIf(({ at }: ModeWishDto) => at === 'ratio') @IsInt() to: number;
  @ValidateIf(({ at }: ModeWishDto) => at === 'ratio') @IsNumber() ratio: number;
}

export class IntervalDto {
  @IsString() @Length(1, 40) low: string;
  @IsString() @Length(1, 40) high: string;
  @IsNumber() cents: number;
}

export class VoicingGoalDto {
  @IsArray() @ArrayMaxSize(6) @ValidateNested({ each: true }) @Type(() => FlexWishDto) flex: FlexWishDto[];
  @IsArray() @ArrayMaxSize(8) @ValidateNested({ each: true }) @Type(() => ModeWishDto) modes: ModeWishDto[];
  @IsOptional() @IsNumber() weight: number | null;
  @IsOptional() @ValidateNested() @Type(() => IntervalDto) interval: IntervalDto | null;
  @IsBoolean() distinct: boolean;
  @IsBoolean() even: boolean;
  @IsBoolean() ring: boolean;
  @IsBoolean() symmetric: boolean;
  @IsBoolean() plate: boolean;
  /** By kind of place, or one brace: `brace:` and its id. */
  @IsOptional()
  @IsObject()
  @ApiProperty({ type: 'object', additionalProperties: { type: 'string', enum: [...PLACE_WISHES] } })
  places: PlaceWishes = {};
  @IsNumber() reserve: number;
  @IsOptional() @IsNumber() turn: number | null;
  @IsNumber() leastBrace: number;
  @IsNumber() leastPlate: number;
}

export class GoalEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => VoicingGoalDto) body: VoicingGoalDto;
}

export class FlexBodyDto {
  @IsIn(FLEX_PLACES) place: FlexPlace;
  /** [N] and [m]; null where only the hand said. */
  @ValidateIf(({ feel }: FlexBodyDto) => (feel ?? null) === null) @IsPositive() @Max(200, OVER('200 N')) load:
    number | null;
  @ValidateIf(({ feel }: FlexBodyDto) => (feel ?? null) === null) @IsPositive() @Max(0.05, OVER('50 mm')) deflection:
    number | null;
  @IsOptional() @IsInt() @Min(1, FEEL) @Max(9, FEEL) feel: number | null;
  @IsBoolean() closed: boolean;
  @IsString() @MaxLength(80) said: string;
}

export class FlexEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => FlexBodyDto) body: FlexBodyDto;
}

export class MassBodyDto {
  @IsPositive() @Max(5, OVER('5 kg')) mass: number;
  @IsString() @MaxLength(80) said: string;
}

export class MassEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => MassBodyDto) body: MassBodyDto;
}

export class ShavedPlaceDto {
  @IsIn(['brace', 'plate']) kind: 'brace' | 'plate';
  @ValidateIf(({ kind }: ShavedPlaceDto) => kind === 'brace') @IsString() @Length(1, 60) id: string;
  @ValidateIf(({ kind }: ShavedPlaceDto) => kind === 'brace') @IsNumber() from: number;
  @ValidateIf(({ kind }: ShavedPlaceDto) => kind === 'brace') @IsNumber() to: number;
  @ValidateIf(({ kind }: ShavedPlaceDto) => kind === 'plate')
  @IsIn(['upper', 'bass', 'treble', 'rim'])
  part: 'upper' | 'bass' | 'treble' | 'rim';
}

export class OneShavingDto {
  @IsDefined() @ValidateNested() @Type(() => ShavedPlaceDto) place: ShavedPlaceDto;
  @IsPositive({ message: 'must be above zero' }) @Max(0.02, OVER('20 mm')) depth: number;
}

export class EstimateDto {
  @IsNumber() value: number;
  @IsNumber() @Min(0) sd: number;
}

export class SettledDto {
  @IsString() @MaxLength(40) quantity: string;
  @IsIn(['brace', 'plate']) where: 'brace' | 'plate';
  @IsDefined() @ValidateNested() @Type(() => EstimateDto) before: EstimateDto;
  @IsDefined() @ValidateNested() @Type(() => EstimateDto) forecast: EstimateDto;
  @IsDefined() @ValidateNested() @Type(() => EstimateDto) outcome: EstimateDto;
  /** A note named by its pitch alone: it teaches nothing. */
  @IsOptional() @IsBoolean() unsure?: boolean;
  @IsOptional() @IsBoolean() letIn?: boolean;
}

export class ShavingBodyDto {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => OneShavingDto)
  shavings: OneShavingDto[];
  @IsString() @MaxLength(80) said: string;
  @IsString() @MaxLength(40) tool: string;
  @IsBoolean() proposed: boolean;
  /** By quantity; checked one by one. What the page foretold, shown until the record's own forecast is made. */
  @IsOptional() @IsObject() forecast: Record<string, EstimateDto> = {};
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => SettledDto)
  settled: SettledDto[] = [];
}

export class ShavingEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => ShavingBodyDto) body: ShavingBodyDto;
}

export class LetInBodyDto {
  @IsString() @Matches(/^(flex:[a-z-]{1,30}|mode:\d{1,3}|mass|ring)$/) quantity: string;
  @IsBoolean() counts: boolean;
}

export class LetInEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => LetInBodyDto) body: LetInBodyDto;
}

export class ReductionBodyDto {
  @IsString() @Matches(/^[\w:-]{1,80}$/) reduction: string;
}

export class ReductionEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => ReductionBodyDto) body: ReductionBodyDto;
}

export class RepairBodyDto {
  @IsString() @Length(1, 60) brace: string;
  @IsIn(REPAIRS) what: RepairKind;
  @IsString() @MaxLength(400) note: string;
}

export class RepairEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => RepairBodyDto) body: RepairBodyDto;
}

export class ParkBodyDto {
  @IsDateString() until: string;
  @IsString() @MaxLength(200) why: string;
}

export class ParkEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => ParkBodyDto) body: ParkBodyDto;
}

export class SecondLookBodyDto {
  @IsIn(['before', 'now', 'same']) liked: 'before' | 'now' | 'same';
  @IsString() @MaxLength(400) note: string;
}

export class SecondLookEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => SecondLookBodyDto) body: SecondLookBodyDto;
}

export class BoxBodyDto {
  @IsNumber()
  @Min(5e-4, { message: 'is under half a litre: check the unit' })
  @Max(0.08, OVER('80 litres'))
  volume: number;
  @IsString() @MaxLength(80) said: string;
}

export class BoxEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => BoxBodyDto) body: BoxBodyDto;
}

export class TrimForecastDto {
  @IsDefined() @ValidateNested() @Type(() => EstimateDto) air: EstimateDto;
  @IsDefined() @ValidateNested() @Type(() => EstimateDto) top: EstimateDto;
}

export class TrimBodyDto {
  @IsIn(['rim', 'hole']) what: 'rim' | 'hole';
  @IsPositive({ message: 'must be above zero' }) @Max(0.01, OVER('10 mm')) depth: number;
  @IsString() @MaxLength(80) said: string;
  @IsOptional() @ValidateNested() @Type(() => TrimForecastDto) forecast: TrimForecastDto | null;
}

export class TrimEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => TrimBodyDto) body: TrimBodyDto;
}

const NOTE = { message: 'must lie between 30 and 1000 Hz' };

export class ResonancesBodyDto {
  @IsNumber({}, NOTE) @Min(30, NOTE) @Max(1000, NOTE) air: number;
  @IsNumber({}, NOTE) @Min(30, NOTE) @Max(1000, NOTE) top: number;
  @IsString() @MaxLength(80) said: string;
}

export class ResonancesEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => ResonancesBodyDto) body: ResonancesBodyDto;
}

export class StrungBodyDto {
  @IsString() @MaxLength(400) note: string;
}

export class StrungEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => StrungBodyDto) body: StrungBodyDto;
}

const TURN = { message: 'must lie between -15 and 15 degrees' };
const BELLY = { message: 'must lie between -20 and 20 mm' };

export class SettlingBodyDto {
  @IsOptional() @IsNumber({}, TURN) @Min(-0.27, TURN) @Max(0.27, TURN) turn: number | null;
  @IsOptional() @IsNumber({}, BELLY) @Min(-0.02, BELLY) @Max(0.02, BELLY) belly: number | null;
  @IsString() @MaxLength(80) said: string;
}

export class SettlingEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => SettlingBodyDto) body: SettlingBodyDto;
}

export class MarkDto {
  @IsString() @Length(1, 40, { message: 'must have 1 to 40 letters' }) name: string;
  @IsInt() @Min(1, { message: 'runs from 1 to 9' }) @Max(9, { message: 'runs from 1 to 9' }) mark: number;
}

export class OutcomeBodyDto {
  @IsString() @MaxLength(2000) words: string;
  @IsString() @MaxLength(1000) again: string;
  @IsString() @MaxLength(1000) differently: string;
  @IsArray() @ArrayMaxSize(12) @ValidateNested({ each: true }) @Type(() => MarkDto) marks: MarkDto[];
}

export class OutcomeEventDto extends EventDto {
  @IsDefined() @ValidateNested() @Type(() => OutcomeBodyDto) body: OutcomeBodyDto;
}
