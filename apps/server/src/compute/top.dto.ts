import { BRACE_ENDS, TOP_GRAINS, type BraceEnd, type TopEdge, type TopGrain } from '@nimble/core/shell';
import { SECTION_SHAPES, type SectionShape } from '@nimble/core/section';
import type { Point } from '@nimble/core/outline';
import { ApiProperty } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  Max,
  Min,
  registerDecorator,
  ValidateNested,
} from 'class-validator';

const isPoint = (value: unknown): boolean => Array.isArray(value) && value.length === 2 && value.every(Number.isFinite);
const isPath = (value: unknown, least: number): boolean =>
  Array.isArray(value) && value.length >= least && value.length <= 5000 && value.every(isPoint);

function checked(name: string, message: string, check: (value: unknown) => boolean) {
  return () => (target: object, propertyName: string) =>
    registerDecorator({
      name,
      target: target.constructor,
      propertyName,
      validator: { validate: check, defaultMessage: () => message },
    });
}

const IsPoint = checked('isPoint', 'must be [x, y] in metres', isPoint);
const IsOutline = checked('isOutline', 'must be three or more points [x, y] in metres', (value) => isPath(value, 3));
const IsLine = checked('isLine', 'must be two or more points [x, y] in metres', (value) => isPath(value, 2));
const IsOutlines = checked(
  'isOutlines',
  'must be outlines of three or more points [x, y]',
  (value) => Array.isArray(value) && value.length <= 20 && value.every((one) => isPath(one, 3)),
);
const IsPoints = checked(
  'isPoints',
  'must be up to 500 points [x, y]',
  (value) => Array.isArray(value) && value.length <= 500 && value.every(isPoint),
);
const IsThickness = checked(
  'isThickness',
  'must be a number, or points {x, y, thickness}, in metres',
  (value) =>
    typeof value === 'number' ||
    (Array.isArray(value) &&
      value.length <= 5000 &&
      value.every((point: unknown) => hasNumbers(point, ['x', 'y', 'thickness']))),
);
const IsEdge = checked(
  'isEdge',
  'must be free, supported, clamped or {rotationalStiffness}',
  (value) => ['free', 'supported', 'clamped'].includes(value as string) || hasNumbers(value, ['rotationalStiffness']),
);

function hasNumbers(value: unknown, names: readonly string[]): boolean {
  if (typeof value !== 'object' || value === null) return false;
  return names.every((name) => Number.isFinite((value as Record<string, unknown>)[name]));
}

/** [kg/m3], [Pa] */
export class TopMaterialDto {
  @IsNumber() density: number;
  @IsNumber() modulusAlong: number;
  @IsNumber() modulusAcross: number;
  @IsNumber() shearModulus: number;
  @IsNumber() poisson: number;
  /** Transverse shear moduli; spruce's shares where they are left out. */
  @IsOptional() @IsNumber() shearAlongThickness?: number;
  @IsOptional() @IsNumber() shearAcrossThickness?: number;
}

export class TopStationDto {
  /** Along the path from its first point [m]. */
  @IsNumber() s: number;
  @IsNumber() width: number;
  @IsNumber() height: number;
  @IsOptional() @IsNumber() topWidth?: number;
}

export class TopBraceDto {
  /** [[x, y] …] */
  @IsLine() path: Point[];
  @IsIn(SECTION_SHAPES) section: SectionShape;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => TopStationDto)
  stations: TopStationDto[];
  @IsOptional() @ValidateNested() @Type(() => TopMaterialDto) material?: TopMaterialDto;
  /** `open` on the leg that is cut from above. */
  @IsOptional() @IsIn(['full', 'open']) lap?: 'full' | 'open';
  /**
   * What holds its first and its last end: `free` (touches nothing), `stopped` (likewise, short of the rim), `letIn` (glued into the lining), `butted` (against a block or
   * another brace). Free where left out.
   */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(2)
  @IsIn(BRACE_ENDS, { each: true })
  @ApiProperty({ enum: BRACE_ENDS, isArray: true, minItems: 2, maxItems: 2, required: false })
  ends?: [BraceEnd, BraceEnd];
  /** Depth of the pocket of its let-in ends [m]; 0.003 where left out. */
  @IsOptional() @IsNumber() pocket?: number;
}

export class TopPatchDto {
  @IsOutline() outline: Point[];
  @IsNumber() thickness: number;
  @IsIn(['outer', 'inner']) side: 'outer' | 'inner';
  @ValidateNested() @Type(() => TopMaterialDto) material: TopMaterialDto;
  @IsOptional() @IsNumber() grainAngle?: number;
}

export class HeightPointDto {
  @IsNumber() x: number;
  @IsNumber() y: number;
  @IsNumber() z: number;
}

export class HeightDto {
  @IsOptional() @IsNumber() radius?: number;
  @IsOptional()
  @IsArray()
  @ArrayMinSize(3)
  @ArrayMaxSize(5000)
  @ValidateNested({ each: true })
  @Type(() => HeightPointDto)
  points?: HeightPointDto[];
}

class TopLoadDto {
  @IsIn(['force', 'torque']) kind: 'force' | 'torque';
}

export class ForceDto extends TopLoadDto {
  declare kind: 'force';
  @IsPoint() at: Point;
  /** [N] */
  @IsNumber() force: number;
}

export class TorqueDto extends TopLoadDto {
  declare kind: 'torque';
  @IsLine() @ArrayMaxSize(2) line: [Point, Point];
  /** About the line, right-handed [N m]. */
  @IsNumber() torque: number;
}

/** Two equal skins of the plate's wood on a core; `thickness` of the top is then that of all three. */
export class TopSandwichDto {
  /** Thickness of the core [m]. */
  @IsNumber() core: number;
  /** [kg/m3] */
  @IsNumber() coreDensity: number;
  /** [Pa] */
  @IsNumber() coreModulus: number;
  /** Through its thickness [Pa]. */
  @IsNumber() coreShear: number;
  /** Of both glue lines together [kg/m2]. */
  @IsNumber() glueMass: number;
}

/** Springs of what the rim is glued to, by length of rim. */
export class TopRimDto {
  /** Against moving in the plate's plane, instead of edgeInPlane [N/m2]. */
  @IsOptional() @IsNumber() @Min(0) inPlane?: number;
  /** Against turning about itself, besides the edge's own [N m/rad per m]. */
  @IsOptional() @IsNumber() @Min(0) rotational?: number;
}

/** A whole top; metres, z from the outer face towards the braces. */
export class TopDto {
  /** @example [[0, 0], [0.4, 0], [0.4, 0.3], [0, 0.3]] */
  @IsOutline() outline: Point[];
  @IsOptional() @IsOutlines() holes?: Point[][];
  @IsOptional() @ValidateNested() @Type(() => HeightDto) height?: HeightDto;
  /** A number, or points {x, y, thickness}. @example 0.0028 */
  @IsThickness() thickness: number | { x: number; y: number; thickness: number }[];
  @ValidateNested() @Type(() => TopMaterialDto) material: TopMaterialDto;
  /** Of the grain from x [rad]. */
  @IsOptional() @IsNumber() grainAngle?: number;
  /** `level` in a plate carved out of the solid, `follows` in a bent one; level by default where the height is given by points. */
  @IsOptional() @IsIn(TOP_GRAINS) @ApiProperty({ enum: TOP_GRAINS, required: false }) grain?: TopGrain;
  @IsOptional() @ValidateNested() @Type(() => TopSandwichDto) sandwich?: TopSandwichDto;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => TopBraceDto)
  braces?: TopBraceDto[];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => TopPatchDto)
  patches?: TopPatchDto[];
  /** @example supported */
  @IsEdge() edge: TopEdge;
  @IsOptional() @IsIn(['held', 'free']) edgeInPlane?: 'held' | 'free';
  @IsOptional() @ValidateNested() @Type(() => TopRimDto) rim?: TopRimDto;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => TopLoadDto, {
    keepDiscriminatorProperty: true,
    discriminator: {
      property: 'kind',
      subTypes: [
        { name: 'force', value: ForceDto },
        { name: 'torque', value: TorqueDto },
      ],
    },
  })
  loads?: (ForceDto | TorqueDto)[];
  @IsOptional() @IsPoints() probes?: Point[];
  @IsOptional() @IsInt() @Min(0) @Max(40) modeCount?: number;
  /** [m] */
  @IsOptional() @IsNumber() meshSize?: number;
}
