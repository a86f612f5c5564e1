/** The part of a plate that is seen, and the hands that change it: wheel, fingers, mouse and keys. */
import {
  useEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type RefObject,
} from 'react';
import { useShortcuts } from '../ui/shortcuts';
import { MM } from './plate-paths';
import { placeUnder } from './place-under';
import { centred, enlarge, follow, move, type Box } from './plate-view';

const STEP = 1.6;
/** Of a wheel: so far for e times as large [px]. */
const WHEEL_PIXELS = 400;
/** A touch that moves less is a touch [px]. */
const LEAST_MOVE = 5;
/** By a key, of what is seen. */
const KEY_SHARE = 0.2;

interface Point {
  x: number;
  y: number;
}

/**
 * @param whole must keep its identity while the plate does
 * @param lit kept in sight while only a part is seen [m]
 */
export function usePlateView(svg: RefObject<SVGSVGElement | null>, whole: Box, lit: Point | null) {
  const [part, setPart] = useState<{ of: Box; seen: Box } | null>(null);
  const seen = part?.of === whole ? part.seen : whole;
  const change = (next: (box: Box) => Box) =>
    setPart((before) => {
      const now = next(before?.of === whole ? before.seen : whole);
      return now.width >= whole.width ? null : { of: whole, seen: now };
    });
  const by = (factor: number, at?: Point) => change((box) => enlarge(box, whole, factor, at));
  const middle = lit ? { x: lit.x * MM, y: lit.y * MM } : undefined;
  const [followed, setFollowed] = useState(lit);
  if (middle && (lit?.x !== followed?.x || lit?.y !== followed?.y)) {
    setFollowed(lit);
    if (part?.of === whole) setPart({ of: whole, seen: follow(part.seen, whole, middle) });
  }
  useWheel(svg, by);
  const larger = () => by(STEP, seen === whole ? middle : undefined);
  const smaller = () => by(1 / STEP);
  const all = () => setPart(null);
  useShortcuts([
    { key: '+', label: 'Enlarge the plate', run: larger },
    { key: '=', shown: '=', label: 'Enlarge the plate', run: larger },
    { key: '-', label: 'See more of the plate', run: smaller },
    { key: 'Home', label: 'See the whole plate', run: all },
  ]);
  return {
    seen,
    isPart: seen !== whole,
    larger,
    smaller,
    all,
    goTo: (place: Point) => change((box) => centred(box, whole, place)),
    hands: { ...useHands(svg, seen !== whole, { change, whole, by }), onKeyDown: keysOf(seen, whole, change) },
  };
}

/** Where the page itself scrolls, the wheel is its own: then it enlarges with Ctrl, as two fingers on a pad send it. */
function useWheel(svg: RefObject<SVGSVGElement | null>, by: (factor: number, at?: Point) => void): void {
  const latest = useRef(by);
  useEffect(() => {
    latest.current = by;
  });
  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    const onWheel = (event: WheelEvent) => {
      const page = document.scrollingElement;
      if (page && page.scrollHeight > page.clientHeight + 1 && !event.ctrlKey) return;
      event.preventDefault();
      const place = placeUnder(element, event);
      latest.current(Math.exp(-event.deltaY / WHEEL_PIXELS), place ? { x: place.x * MM, y: place.y * MM } : undefined);
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [svg]);
}

interface Moving {
  change: (next: (box: Box) => Box) => void;
  whole: Box;
  by: (factor: number, at?: Point) => void;
}

/** One finger or the mouse moves a part that is seen; two fingers enlarge. */
function useHands(svg: RefObject<SVGSVGElement | null>, isPart: boolean, { change, whole, by }: Moving) {
  const down = useRef(new Map<number, Point>());
  const moved = useRef(false);
  const inMm = ({ x, y }: Point): Point | undefined => {
    const place = placeUnder(svg.current, { clientX: x, clientY: y });
    return place ? { x: place.x * MM, y: place.y * MM } : undefined;
  };
  const slide = (from: Point, to: Point) => {
    const [before, after] = [inMm(from), inMm(to)];
    if (before && after) change((box) => move(box, whole, { x: before.x - after.x, y: before.y - after.y }));
  };
  const onPointerDown = ({ pointerId, clientX: x, clientY: y }: PointerEvent<SVGSVGElement>) => {
    if (down.current.size === 0) moved.current = false;
    down.current.set(pointerId, { x, y });
  };
  const onPointerMove = ({
    pointerId,
    clientX: x,
    clientY: y,
    buttons,
    currentTarget,
  }: PointerEvent<SVGSVGElement>) => {
    const before = down.current.get(pointerId);
    if (!before) return;
    // It was let go elsewhere.
    if (buttons === 0) return void down.current.delete(pointerId);
    const now = { x, y };
    const isFar = Math.hypot(x - before.x, y - before.y) >= LEAST_MOVE;
    const other = [...down.current].find(([id]) => id !== pointerId)?.[1];
    if (!moved.current && !isFar) return;
    if (!other && !isPart) return;
    if (!moved.current) currentTarget.setPointerCapture(pointerId);
    moved.current = true;
    down.current.set(pointerId, now);
    if (!other) return slide(before, now);
    const [was, is] = [before, now].map((one) => Math.hypot(one.x - other.x, one.y - other.y));
    by(is! / Math.max(was!, 1), inMm(half(now, other)));
    slide(half(before, other), half(now, other));
  };
  const onLift = ({ pointerId }: PointerEvent<SVGSVGElement>) => void down.current.delete(pointerId);
  return {
    onPointerDown,
    onPointerMove,
    onPointerUp: onLift,
    onPointerCancel: onLift,
    /** What was moved was not pressed. */
    onClickCapture: (event: MouseEvent) => {
      if (!moved.current) return;
      moved.current = false;
      event.stopPropagation();
    },
  };
}

const half = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });

const ARROWS: Record<string, Point> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};

const keysOf = (seen: Box, whole: Box, change: Moving['change']) => (event: KeyboardEvent) => {
  const to = ARROWS[event.key];
  if (!to || seen === whole || event.target !== event.currentTarget) return;
  event.preventDefault();
  event.stopPropagation();
  change((box) => move(box, whole, { x: to.x * KEY_SHARE * seen.width, y: to.y * KEY_SHARE * seen.height }));
};
