/** Which part of the plate is seen. Pure: boxes in the drawing's millimetres. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

interface Point {
  x: number;
  y: number;
}

const MOST = 8;
/** Nearer than this share to the edge of what is seen, a place is brought to its middle. */
const EDGE = 0.08;

export const enlargedBy = (seen: Box, whole: Box): number => whole.width / seen.width;

/** @param by over 1 enlarges; the place `at` stays where it is seen, as far as the plate goes */
export function enlarge(seen: Box, whole: Box, by: number, at: Point = middleOf(seen)): Box {
  const wanted = Math.min(MOST, Math.max(1, enlargedBy(seen, whole) * by));
  const share = whole.width / wanted / seen.width;
  return inside(
    {
      x: at.x - (at.x - seen.x) * share,
      y: at.y - (at.y - seen.y) * share,
      width: seen.width * share,
      height: seen.height * share,
    },
    whole,
  );
}

/** Moves what is seen, no further than the plate goes. */
export const move = (seen: Box, whole: Box, by: Point): Box =>
  inside({ ...seen, x: seen.x + by.x, y: seen.y + by.y }, whole);

/** A place that is out of sight or at its edge comes to the middle. */
export function follow(seen: Box, whole: Box, place: Point): Box {
  const isSeen =
    Math.abs(place.x - middleOf(seen).x) < seen.width * (0.5 - EDGE) &&
    Math.abs(place.y - middleOf(seen).y) < seen.height * (0.5 - EDGE);
  return isSeen ? seen : centred(seen, whole, place);
}

export const centred = (seen: Box, whole: Box, place: Point): Box =>
  inside({ ...seen, x: place.x - seen.width / 2, y: place.y - seen.height / 2 }, whole);

const middleOf = ({ x, y, width, height }: Box): Point => ({ x: x + width / 2, y: y + height / 2 });

function inside(box: Box, whole: Box): Box {
  return {
    ...box,
    x: Math.min(Math.max(box.x, whole.x), whole.x + whole.width - box.width),
    y: Math.min(Math.max(box.y, whole.y), whole.y + whole.height - box.height),
  };
}
