import { EXPERIENCES, type Experience } from '@nimble/core/bracing';
import { FAMILIES } from '@nimble/core/project';
import type { Family } from '@nimble/core/outline';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { GlueDto } from '../glue-ups/glue-ups.dto';

/** Where a plate of this family and wood usually lies [m]; without a wood, of any that has no band of its own. */
export class BandDto {
  @IsIn(FAMILIES) family: Family;
  @IsIn(['top', 'back']) plate: 'top' | 'back';
  @ValidateIf((band: BandDto) => band.species !== null) @IsString() @Length(1, 60) species: string | null;
  @IsNumber() from: number;
  @IsNumber() to: number;
}

export class ChangeWorkshopDto {
  @IsOptional() @IsString() @Length(1, 80) name?: string;
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => GlueDto)
  glues?: GlueDto[];
  /** All that are to be the workshop's own. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => BandDto)
  bands?: BandDto[];
}

export class AddPersonDto {
  @IsUUID() id: string;
  @IsString() @Length(1, 80) name: string;
}

export class ChangePersonDto {
  @IsIn(EXPERIENCES) experience: Experience;
}
