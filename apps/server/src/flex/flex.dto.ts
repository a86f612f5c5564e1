import { applyDecorators } from '@nestjs/common';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsObject,
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
import { FlexPointDto } from '../compute/compute.dto';
import { IsFeel } from '../http/is-feel';

/** Sizes in metres from the first support or the clamp; what can't be is refused by the core with the field's name. */
export class JigBodyDto {
  @IsIn(['three-point', 'cantilever', 'ring']) kind: 'three-point' | 'cantilever' | 'ring';
  @ValidateIf((jig: JigBodyDto) => jig.kind !== 'ring')
  @IsIn(['along', 'across'])
  direction?: 'along' | 'across';
  @ValidateIf((jig: JigBodyDto) => jig.kind !== 'ring')
  @IsNumber()
  @Max(2, { message: 'is over 2 m: check the unit' })
  span?: number;
  @ValidateIf((jig: JigBodyDto) => jig.kind !== 'ring') @IsNumber() loadAt?: number;
  @ValidateIf((jig: JigBodyDto) => jig.kind !== 'ring') @IsNumber() dialAt?: number;
  @ValidateIf((jig: JigBodyDto) => jig.kind === 'ring')
  @IsNumber()
  @Max(2, { message: 'is over 2 m: check the unit' })
  diameter?: number;
  @IsNumber() supportWidth: number;
}

export class CreateJigDto {
  @IsUUID() id: string;
  @IsString() @Length(1, 80, { message: 'must have 1 to 80 letters' }) name: string;
  @IsObject() @ValidateNested() @Type(() => JigBodyDto) body: JigBodyDto;
}

const NOTE = { message: 'must lie between 5 and 5000 Hz' };

export class NotesDto {
  @IsOptional() @IsNumber() @Min(5, NOTE) @Max(5000, NOTE) twist?: number;
  @IsOptional() @IsNumber() @Min(5, NOTE) @Max(5000, NOTE) across?: number;
  @IsOptional() @IsNumber() @Min(5, NOTE) @Max(5000, NOTE) along?: number;
}

export class RingDto {
  /** To fall by 60 dB [s]. */
  @IsPositive({ message: 'must be above zero' }) @Max(30, { message: 'is over 30 s: check the unit' }) time: number;
  /** [dB], against any fixed zero of the maker's. */
  @IsOptional() @IsNumber() @Min(-200) @Max(200) level?: number | null;
}

/** Loads in the order they were put on, dial readings, and how it felt: of a board as of a whole plate. */
export class BentDto {
  @IsUUID() id: string;
  @IsString() @MaxLength(80) person: string;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => FlexPointDto)
  points: FlexPointDto[];
  @IsOptional() @IsFeel() feel?: number | null;
  /** What can hardly be is asked about (409) before it is kept. */
  @IsOptional() @IsBoolean() ask?: boolean;
}

/** Mean thickness [m] where nothing was read with calipers yet. */
const IsMeanThickness = () =>
  applyDecorators(
    IsOptional(),
    IsPositive({ message: 'must be above zero' }),
    Max(0.03, { message: 'is over 30 mm: check the unit' }),
  );

export class FlexCheckDto extends BentDto {
  @IsUUID() jigId: string;
  @IsMeanThickness() thickness?: number;
}

export class FeelCheckDto {
  @IsUUID() id: string;
  @IsString() @MaxLength(80) person: string;
  @IsFeel() score: number;
  @IsMeanThickness() thickness?: number;
}

export class KnockCheckDto {
  @IsUUID() id: string;
  @IsString() @MaxLength(80) person: string;
  @IsMeanThickness() thickness?: number;
  @IsOptional() @ValidateNested() @Type(() => NotesDto) notes?: NotesDto;
  /** Notes that ring clear, without a name [Hz]. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(8, { message: 'are more than eight: keep those that ring clear' })
  @IsNumber({}, { each: true })
  @Min(5, { each: true, ...NOTE })
  @Max(5000, { each: true, ...NOTE })
  clear?: number[];
  @IsOptional() @ValidateNested() @Type(() => RingDto) ring?: RingDto;
  @IsOptional() @IsBoolean() ask?: boolean;
}
