import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsIn, IsNumber, IsOptional, ValidateNested } from 'class-validator';

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
