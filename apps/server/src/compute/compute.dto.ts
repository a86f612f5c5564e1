import { Type } from 'class-transformer';
import { BAR_ENDS, type BarEnds } from '@nimble/core/bar';
import { SECTION_SHAPES, type SectionShape } from '@nimble/core/section';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  ValidateNested,
} from 'class-validator';

/** All quantities SI. What can't be is refused by the core, which names the field; here only kinds and counts are checked. */
export class FlexPointDto {
  /** [N] @example 4.9 */
  @IsNumber() load: number;
  /** Dial reading [m] @example 0.0006 */
  @IsNumber() deflection: number;
}

export class FlexDto {
  /** Distance of the supports [m] @example 0.4 */
  @IsNumber() span: number;
  /** [m] @example 0.4 */
  @IsNumber() width: number;
  /** [m] @example 0.003 */
  @IsNumber() thickness: number;
  /** @example along */
  @IsIn(['along', 'across']) direction: 'along' | 'across';
  /** In the order the loads were put on. @example [{"load": 0, "deflection": 0}, {"load": 9.80665, "deflection": 0.0012106}] */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => FlexPointDto)
  points: FlexPointDto[];
}

export class PartialsDto {
  /** [Hz] @example 43.85 */
  @IsNumber() twist: number;
  /** @example 116.3 */
  @IsNumber() across: number;
  /** @example 65.38 */
  @IsNumber() along: number;
}

export class PlateIdentifyDto {
  /** Along the grain [m] @example 0.55 */
  @IsNumber() length: number;
  /** [m] @example 0.21 */
  @IsNumber() width: number;
  /** [m] @example 0.0036 */
  @IsNumber() thickness: number;
  /** [kg] @example 0.1746 */
  @IsNumber() mass: number;
  @ValidateNested() @Type(() => PartialsDto) partials: PartialsDto;
  /** Strain across caused by stress along @example 0.37 */
  @IsOptional() @IsNumber() poisson?: number;
}

export class MoistureDto {
  /** @example 20 */
  @IsNumber() temperatureC: number;
  /** 0..1 @example 0.45 */
  @IsNumber() relativeHumidity: number;
}

export class SectionDto {
  /** @example triangle */
  @IsIn(SECTION_SHAPES) shape: SectionShape;
  /** Of the glue face [m] @example 0.008 */
  @IsNumber() width: number;
  /** [m] @example 0.014 */
  @IsNumber() height: number;
  /** Of a trapezoid [m] */
  @IsOptional() @IsNumber() topWidth?: number;
}

export class ArcDto {
  /** [m] @example 0.38 */
  @IsNumber() span: number;
  /** Give this or the radius [m] @example 0.004 */
  @IsOptional() @IsNumber() rise?: number;
  /** [m] */
  @IsOptional() @IsNumber() radius?: number;
}

export class BarStationDto {
  /** From one end [m] @example 0 */
  @IsNumber() x: number;
  /** [m] @example 0.008 */
  @IsNumber() width: number;
  /** [m] @example 0.014 */
  @IsNumber() height: number;
  /** Of a trapezoid [m] */
  @IsOptional() @IsNumber() topWidth?: number;
}

export class BarDto {
  /** [m] @example 0.3 */
  @IsNumber() length: number;
  /** [kg/m3] @example 420 */
  @IsNumber() density: number;
  /** Along the bar [Pa] @example 12000000000 */
  @IsNumber() modulus: number;
  /** For bending in height [Pa]; a 17th of the modulus where it is left out. */
  @IsOptional() @IsNumber() shearModulus?: number;
  /** @example free */
  @IsIn(BAR_ENDS) ends: BarEnds;
  /** @example rectangle */
  @IsIn(SECTION_SHAPES) section: SectionShape;
  /** From one end to the other. @example [{"x": 0, "width": 0.008, "height": 0.014}, {"x": 0.3, "width": 0.008, "height": 0.014}] */
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(2000)
  @ValidateNested({ each: true })
  @Type(() => BarStationDto)
  stations: BarStationDto[];
  /** Stiffness per length of what it is stuck to [N/m2] */
  @IsOptional() @IsNumber() foundation?: number;
  /** Partials wanted. @example 3 */
  @IsInt() count: number;
}
