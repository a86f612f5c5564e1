import type { BuildWood } from '@nimble/core/project';
import { Type } from 'class-transformer';
import {
  IsIn,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Length,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';

export class SpreadDto {
  @IsNumber() @Min(0) @Max(1) rho: number;
  @IsNumber() @Min(0) @Max(1) E: number;
}

/** The set of the rack that a wood was cut from. */
export class WoodOriginDto {
  @IsUUID() id: string;
  @IsString() @Length(1, 80) name: string;
}

/** Density in kg/m3, moduli in Pa. */
export class WoodDto {
  @IsOptional() @IsString() @MaxLength(60) species: string | null;
  @IsIn(['prior', 'entered', 'measured']) source: BuildWood['source'];
  @IsNumber() rho: number;
  @IsNumber() E_L: number;
  @IsNumber() E_C: number;
  @IsNumber() G_LC: number;
  @IsNumber() nu_LC: number;
  @ValidateNested() @Type(() => SpreadDto) spread: SpreadDto;
  @IsOptional() @ValidateNested() @Type(() => WoodOriginDto) set?: WoodOriginDto | null;
  /** Why its figures are in doubt. */
  @IsOptional() @IsString() @MaxLength(400) doubt?: string | null;
}
