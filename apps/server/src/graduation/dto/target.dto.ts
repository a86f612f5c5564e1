import type { TargetSpec } from '@nimble/core/graduation';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
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
  ValidateNested,
} from 'class-validator';

export class BaseDto {
  @IsIn(['even', 'graded', 'drawn']) kind: TargetSpec['base']['kind'];
}

class EvenBaseDto extends BaseDto {
  @IsPositive() thickness: number;
}

class GradedBaseDto extends BaseDto {
  @IsPositive() treble: number;
  @IsPositive() bass: number;
}

class ControlPointDto {
  @IsNumber() @Min(0) @Max(1) u: number;
  @IsNumber() @Min(-1) @Max(1) v: number;
  @IsPositive() thickness: number;
}

class DrawnBaseDto extends BaseDto {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(60)
  @ValidateNested({ each: true })
  @Type(() => ControlPointDto)
  points: ControlPointDto[];
}

export class ThinRimDto {
  @IsPositive() width: number;
  @IsNumber() @Min(0) thinnerBy: number;
}

/** All lengths in metres. */
export class TargetBodyDto {
  @ValidateNested()
  @Type(() => BaseDto, {
    keepDiscriminatorProperty: true,
    discriminator: {
      property: 'kind',
      subTypes: [
        { name: 'even', value: EvenBaseDto },
        { name: 'graded', value: GradedBaseDto },
        { name: 'drawn', value: DrawnBaseDto },
      ],
    },
  })
  base: BaseDto & TargetSpec['base'];
  @IsOptional() @ValidateNested() @Type(() => ThinRimDto) rim: ThinRimDto | null;
  @IsPositive() tolerance: number;
  @IsPositive() limit: number;
}

export class SetTargetDto {
  @IsUUID() id: string;
  @IsString() @MaxLength(80) person: string;
  @ValidateNested() @Type(() => TargetBodyDto) body: TargetBodyDto;
}

export class SaveTemplateDto {
  @IsUUID() id: string;
  @IsString() @Length(1, 60, { message: 'must have 1 to 60 letters' }) name: string;
  @ValidateNested() @Type(() => TargetBodyDto) body: TargetBodyDto;
}
