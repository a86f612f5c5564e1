import { ApiProperty } from '@nestjs/swagger';
import { PLACE_WISHES, type PlaceWishes } from '@nimble/core/voicing';

export class PlaceWishesView {
  /** By kind of place, or one brace: `brace:` and its id. */
  @ApiProperty({ type: 'object', additionalProperties: { type: 'string', enum: [...PLACE_WISHES] } })
  places: PlaceWishes;
}
