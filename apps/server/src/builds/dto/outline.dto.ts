import type { HoleSpec, OutlineSpec } from '@nimble/core/outline';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsIn, IsNumber, IsOptional } from 'class-validator';

export class OutlineDto {
  @IsIn(['waisted', 'teardrop', 'rectangle', 'drawn']) kind: OutlineSpec['kind'];
}

class WaistedOutlineDto extends OutlineDto {
  @IsNumber() bodyLength: number;
  @IsNumber() upperBout: number;
  @IsNumber() waist: number;
  @IsNumber() lowerBout: number;
  @IsNumber() upperBoutAt: number;
  @IsNumber() waistAt: number;
  @IsNumber() lowerBoutAt: number;
  @IsNumber() cutaway: number;
}

class TeardropOutlineDto extends OutlineDto {
  @IsNumber() bodyLength: number;
  @IsNumber() neckWidth: number;
  @IsNumber() lowerBout: number;
  @IsNumber() lowerBoutAt: number;
}

class RectangleOutlineDto extends OutlineDto {
  @IsNumber() bodyLength: number;
  @IsNumber() width: number;
}

class DrawnOutlineDto extends OutlineDto {
  /** [[x, y] …] in metres; each pair is checked with the outline itself. */
  @IsArray() @ArrayMinSize(4) @ArrayMaxSize(4000) @IsArray({ each: true }) points: [number, number][];
  /** [[[x, y], [x, y]] …]: lines of the drawing that may be braces; checked with the outline itself. */
  @IsOptional() @IsArray() @ArrayMaxSize(60) @IsArray({ each: true }) lines?: [[number, number], [number, number]][];
}

export class HoleDto {
  @IsIn(['round', 'f-holes']) kind: HoleSpec['kind'];
  @IsNumber() x: number;
}

class RoundHoleDto extends HoleDto {
  @IsNumber() y: number;
  @IsNumber() diameter: number;
}

class SlotHolesDto extends HoleDto {
  @IsNumber() length: number;
  @IsNumber() spread: number;
}

/** Tells the kinds apart by `kind`; an unknown one falls back to the base class, whose `@IsIn` refuses it. */
export const outlineType = () =>
  Type(() => OutlineDto, {
    keepDiscriminatorProperty: true,
    discriminator: {
      property: 'kind',
      subTypes: [
        { name: 'waisted', value: WaistedOutlineDto },
        { name: 'teardrop', value: TeardropOutlineDto },
        { name: 'rectangle', value: RectangleOutlineDto },
        { name: 'drawn', value: DrawnOutlineDto },
      ],
    },
  });

export const holeType = () =>
  Type(() => HoleDto, {
    keepDiscriminatorProperty: true,
    discriminator: {
      property: 'kind',
      subTypes: [
        { name: 'round', value: RoundHoleDto },
        { name: 'f-holes', value: SlotHolesDto },
      ],
    },
  });
