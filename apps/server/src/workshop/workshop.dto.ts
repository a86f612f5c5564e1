import { EXPERIENCES, type Experience } from '@nimble/core/bracing';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  ValidateNested,
} from 'class-validator';
import { GlueDto } from '../glue-ups/glue-ups.dto';

export class ChangeWorkshopDto {
  @IsOptional() @IsString() @Length(1, 80) name?: string;
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => GlueDto)
  glues?: GlueDto[];
}

export class AddPersonDto {
  @IsUUID() id: string;
  @IsString() @Length(1, 80) name: string;
}

export class ChangePersonDto {
  @IsIn(EXPERIENCES) experience: Experience;
}
