/** Kinds of places on a braced top, and what is wished of them, in words. Pure. */
import type { PlaceKind, PlaceWish } from '@nimble/core/voicing';

export const PLACE_KIND_WORDS: Record<PlaceKind, string> = {
  finger: 'Fingers',
  bar: 'Tone bars and fans, middle',
  'bar-end': 'Ends of bars and fans',
  'main-end': 'Ends of legs and long bars',
  main: 'Legs and long bars, middle',
  'hole-side': 'Beside the soundhole',
  'plate-upper': 'Plate, upper bout',
  'plate-bass': 'Plate, bass half',
  'plate-treble': 'Plate, treble half',
  'plate-rim': 'Plate, along the rim',
};

export const PLACE_WISH_WORDS: Record<PlaceWish, string> = {
  first: 'first',
  free: 'as it comes',
  last: 'last',
  never: 'never',
};
