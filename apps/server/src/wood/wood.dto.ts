import { PIECE_MARKS, SPECIES_PRIORS, type PieceMark } from '@nimble/core/wood';
import { PartialType } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsBoolean,
  IsIn,
  IsNumber,
  IsOptional,
  IsPositive,
  IsString,
  IsUUID,
  Length,
  Max,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { PartialsDto } from '../compute/compute.dto';
import { BentDto } from '../flex/flex.dto';

const SPECIES = SPECIES_PRIORS.map((prior) => prior.key);
const size = (most: number) => ({ message: `is over ${most * 1000} mm: check the unit` });

/** A piece of a set; sizes of its own where it differs from the others [m]. */
class PieceDto {
  @IsIn(PIECE_MARKS) mark: PieceMark;
  @IsOptional() @IsPositive() @Max(1, size(1)) width?: number | null;
  @IsOptional() @IsPositive() @Max(0.1, size(0.1)) thickness?: number | null;
}

/** Sizes of one piece [m], angles [rad]. */
class WoodSetFieldsDto {
  @IsString() @Length(1, 80, { message: 'must have 1 to 80 letters' }) name: string;
  @IsIn(['top', 'back', 'brace']) use: 'top' | 'back' | 'brace';
  @IsIn(SPECIES) species: string;
  @IsIn(['quartered', 'rift', 'flat']) cut: string;
  @IsIn(['split', 'sawn']) worked: string;
  @IsPositive() @Max(3, size(3)) length: number;
  @IsPositive() @Max(1, size(1)) width: number;
  @IsPositive() @Max(0.1, size(0.1)) thickness: number;
  /** From bass to treble; two halves where left out. A billet is one piece whatever is said. */
  @IsOptional()
  @ValidateNested({ each: true })
  @Type(() => PieceDto)
  @ArrayMinSize(1)
  @ArrayMaxSize(PIECE_MARKS.length)
  @ArrayUnique(({ mark }: PieceDto) => mark)
  pieces?: PieceDto[];
  @IsOptional() @IsPositive() @Max(60, { message: 'is over 60 lines per cm' }) grainLinesPerCm?: number | null;
  /** Null or missing: nobody looked. */
  @IsOptional() @IsNumber() @Min(0) @Max(0.8, { message: 'is over 45°: check the unit' }) runout?: number | null;
  @IsNumber() @Min(0) @Max(1.6, { message: 'is over 90°: check the unit' }) offQuarter: number;
  /** Toward which end the fibres rise to the outer face, half by half. */
  @IsOptional() @IsIn(['neck', 'tail']) risesBass?: 'neck' | 'tail' | null;
  @IsOptional() @IsIn(['neck', 'tail']) risesTreble?: 'neck' | 'tail' | null;
  @IsOptional() @IsString() @MaxLength(200) figure?: string;
  @IsOptional() @IsString() @MaxLength(200) colour?: string;
  @IsOptional() @IsString() @MaxLength(40) price?: string;
  @IsOptional() @IsString() @MaxLength(80) place?: string;
  @IsOptional() @IsString() @MaxLength(4000) note?: string;
}

export class CreateWoodSetDto extends WoodSetFieldsDto {
  @IsUUID() id: string;
}

export class ChangeWoodSetDto extends PartialType(WoodSetFieldsDto) {
  /** The reason for rejecting it, or null to take that back. */
  @ValidateIf((dto: ChangeWoodSetDto) => dto.rejected !== undefined && dto.rejected !== null)
  @IsString()
  @Length(1, 400)
  rejected?: string | null;
}

export class WeighDto {
  @IsUUID() id: string;
  /** Its first piece where left out. */
  @IsOptional() @IsIn(PIECE_MARKS) piece?: PieceMark;
  @IsString() @MaxLength(80) person: string;
  /** Of one piece [kg] */
  @IsPositive({ message: 'must be above zero' }) @Max(20, { message: 'is over 20 kg: check the unit' }) mass: number;
  @IsOptional() @IsNumber() @Min(0) @Max(1, { message: 'must lie between 0 and 100 %' }) relativeHumidity?:
    number | null;
  @IsOptional() @IsNumber() @Min(-30) @Max(60) temperatureC?: number | null;
  /** What can hardly be is asked about (409) before it is kept. */
  @IsOptional() @IsBoolean() ask?: boolean;
}

export class FlexTestDto extends BentDto {
  /** Its first piece where left out. */
  @IsOptional() @IsIn(PIECE_MARKS) piece?: PieceMark;
  /** A jig of the workshop, or else span and direction of two supports with load and dial in the middle. */
  @IsOptional() @IsUUID() jigId?: string | null;
  @ValidateIf((dto: FlexTestDto) => !dto.jigId) @IsPositive({ message: 'must be above zero' }) span?: number;
  @ValidateIf((dto: FlexTestDto) => !dto.jigId) @IsIn(['along', 'across']) direction?: 'along' | 'across';
}

const RING_TOO_LONG = { message: 'is over 30 s: check the unit' };

/** How long each note rings, to fall by 60 dB [s]. */
export class RingTimesDto {
  @IsOptional() @IsPositive() @Max(30, RING_TOO_LONG) twist?: number;
  @IsOptional() @IsPositive() @Max(30, RING_TOO_LONG) across?: number;
  @IsOptional() @IsPositive() @Max(30, RING_TOO_LONG) along?: number;
}

export class KnockTestDto {
  @IsUUID() id: string;
  /** Its first piece where left out. */
  @IsOptional() @IsIn(PIECE_MARKS) piece?: PieceMark;
  @IsString() @MaxLength(80) person: string;
  @ValidateNested() @Type(() => PartialsDto) partials: PartialsDto;
  @IsOptional() @ValidateNested() @Type(() => RingTimesDto) ring?: RingTimesDto;
  @IsOptional() @IsBoolean() ask?: boolean;
}

export class StickKnockDto {
  @IsUUID() id: string;
  @IsString() @MaxLength(80) person: string;
  /** [Hz] */
  @IsNumber()
  @Min(20, { message: 'must lie between 20 and 10000 Hz' })
  @Max(10_000, { message: 'must lie between 20 and 10000 Hz' })
  note: number;
  /** To fall by 60 dB [s]. */
  @IsOptional() @IsPositive() @Max(30, RING_TOO_LONG) ring?: number;
  /** The size that it bends over. */
  @IsIn(['thickness', 'width']) over: 'thickness' | 'width';
  @IsOptional() @IsBoolean() ask?: boolean;
}

/** One piece for one of another set, with all that was measured on both. */
export class TradeDto {
  @IsUUID() id: string;
  @IsIn(PIECE_MARKS) mine: PieceMark;
  @IsUUID() with: string;
  @IsIn(PIECE_MARKS) theirs: PieceMark;
}

export class PhotoDto {
  @IsUUID() id: string;
  @IsString() @MaxLength(80) person: string;
  @IsOptional() @IsString() @MaxLength(200) caption?: string;
}
