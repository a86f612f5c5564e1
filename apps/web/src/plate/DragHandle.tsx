import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { placeUnder } from './place-under';
import { MM } from './plate-paths';

interface Props {
  x: number;
  y: number;
  pixelsPerMm: number;
  label: string;
  /** @param byKey moved by a step of an arrow key, not under the hand */
  onDrag: (place: { x: number; y: number }, byKey: boolean) => void;
  onDrop?: () => void;
  selected?: boolean;
  onSelect?: () => void;
}

const RADIUS_PIXELS = 9;
const TOUCH_PIXELS = 24;
const KEY_STEP = 0.001;

/** A point of the plate that can be dragged, or moved a millimetre at a time with the arrow keys. */
export function DragHandle({ x, y, pixelsPerMm, label, onDrag, onDrop, selected, onSelect }: Props) {
  const circle = useRef<SVGGElement>(null);
  const move = (event: PointerEvent<SVGGElement>) => {
    const group = circle.current;
    if (!group?.hasPointerCapture(event.pointerId)) return;
    const place = placeUnder(group.ownerSVGElement, event);
    if (place) onDrag(place, false);
  };
  const step = (event: KeyboardEvent) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    onDrag({ x: x + by[0]! * KEY_STEP, y: y + by[1]! * KEY_STEP }, true);
    onDrop?.();
  };
  return (
    <g
      ref={circle}
      role="button"
      tabIndex={0}
      aria-label={label}
      className="cursor-grab touch-none"
      transform={`translate(${x * MM} ${y * MM})`}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        onSelect?.();
      }}
      onPointerMove={move}
      onPointerUp={() => onDrop?.()}
      onFocus={onSelect}
      onKeyDown={step}
    >
      <circle r={TOUCH_PIXELS / pixelsPerMm} fill="transparent" />
      <circle
        r={RADIUS_PIXELS / pixelsPerMm}
        fill={selected ? 'var(--brass)' : 'var(--slip)'}
        stroke="var(--brass)"
        strokeWidth={2.5 / pixelsPerMm}
      />
    </g>
  );
}
