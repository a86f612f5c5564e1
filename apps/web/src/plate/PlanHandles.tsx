import { angleOf, pointAlong, type Point } from '@nimble/core/outline';
import { formatPlanLength, inWords, type UnitChoice } from '@nimble/core/units';
import {
  heightAt,
  movedTo,
  moveX,
  RIM_INSET,
  snapEnd,
  usualEndFit,
  xOf,
  type Brace,
  type BracingPlan,
  type Snap,
} from '@nimble/core/bracing';
import { useState } from 'react';
import type { Bracing, Ground } from '../api/use-bracing';
import { DragHandle, MM } from '.';

interface Props {
  bracing: Bracing;
  ground: Ground;
  pixelsPerMm: number;
  units: UnitChoice;
  /** The brace under the hand; null shows the handles of the X. */
  brace: Brace | null;
}

const SNAP_PIXELS = 11;

/**
 * Ends and middle of the brace that is picked, or crossing and opening of the X: each with what it comes to beside it.
 */
export function PlanHandles(props: Props) {
  return props.brace ? <BraceHandles {...props} brace={props.brace} /> : <XHandles {...props} />;
}

export function withBrace(plan: BracingPlan, brace: Brace): BracingPlan {
  return { ...plan, braces: plan.braces.map((old) => (old.id === brace.id ? brace : old)) };
}

const LEAST = 0.012;

function BraceHandles({ bracing, ground, pixelsPerMm, units, brace }: Props & { brace: Brace }) {
  const [snap, setSnap] = useState<Snap | null>(null);
  const { plan } = bracing;
  const others = plan.braces.filter(({ id }) => id !== brace.id).map(({ from, to, name }) => ({ from, to, name }));
  const reach = SNAP_PIXELS / pixelsPerMm / MM;
  // A key moves by its millimetre: snapping would hold it where it stands.
  const drag = (which: 'from' | 'to', place: { x: number; y: number }, byKey = false) => {
    const found: Snap = byKey
      ? { point: [place.x, place.y], to: null }
      : snapEnd([place.x, place.y], { shape: ground.shape, others, reach, rimInset: RIM_INSET });
    const fixed = which === 'from' ? brace.to : brace.from;
    if (Math.hypot(found.point[0] - fixed[0], found.point[1] - fixed[1]) < LEAST) return;
    setSnap(found);
    const moved = which === 'from' ? movedTo(brace, found.point, brace.to) : movedTo(brace, brace.from, found.point);
    bracing.draft(withBrace(plan, fitted(moved, which, found)));
  };
  const dragWhole = (place: { x: number; y: number }) => {
    const [cx, cy] = pointAlong(brace, 0.5);
    const [dx, dy] = [place.x - cx, place.y - cy];
    const by = ([x, y]: Point): Point => [x + dx, y + dy];
    bracing.draft(withBrace(plan, movedTo(brace, by(brace.from), by(brace.to))));
  };
  const drop = () => {
    setSnap(null);
    bracing.drop();
  };
  const middle = pointAlong(brace, 0.5);
  const words = `${inWords(formatPlanLength(brace.length, units))}, ${degrees(angleOf(brace))}`;
  return (
    <g>
      {(['from', 'to'] as const).map((which, i) => (
        <DragHandle
          key={which}
          x={brace[which][0]}
          y={brace[which][1]}
          pixelsPerMm={pixelsPerMm}
          label={`${i === 0 ? 'First' : 'Second'} end of ${brace.name}`}
          onDrag={(place, byKey) => drag(which, place, byKey)}
          onDrop={drop}
        />
      ))}
      <DragHandle
        x={middle[0]}
        y={middle[1]}
        pixelsPerMm={pixelsPerMm}
        label={`${brace.name} as a whole`}
        onDrag={dragWhole}
        onDrop={drop}
      />
      <Reading at={middle} text={words} pixelsPerMm={pixelsPerMm} />
      {snap?.to && bracing.dragging && <Reading at={snap.point} text={snapWords(snap)} pixelsPerMm={pixelsPerMm} low />}
    </g>
  );
}

/** As an end there is most likely meant; one on the centre line stays what it was. */
function fitted(brace: Brace, which: 'from' | 'to', snap: Snap): Brace {
  if (snap.to === 'mirror') return brace;
  const height = heightAt(brace, which === 'from' ? 0 : brace.length);
  const fit = usualEndFit(snap.to === 'rim' || snap.to === 'brace' ? snap.to : 'open', height);
  return { ...brace, ends: which === 'from' ? [fit, brace.ends[1]] : [brace.ends[0], fit] };
}

const snapWords = ({ to, of }: Snap) =>
  ({ rim: 'at the rim', centre: 'on the centre line', brace: `on ${of}`, mirror: `mirrors ${of}`, step: '' })[to!];

export const degrees = (radians: number): string => `${((radians * 180) / Math.PI).toFixed(1)}°`;

const HANDLE_ALONG = 0.13;
const LEAST_OPENING = 0.6;
const MOST_OPENING = 2.5;

function XHandles({ bracing, ground, pixelsPerMm, units }: Props) {
  const { plan } = bracing;
  const x = xOf(plan.braces);
  if (!x) return null;
  const { crossing, opening } = x;
  const move = (change: Parameters<typeof moveX>[2]) => {
    const braces = moveX(plan.braces, ground.shape.outline, change);
    if (braces) bracing.draft({ ...plan, braces });
  };
  const { drop } = bracing;
  const side = ground.trebleSign;
  const at: Point = [
    crossing[0] + HANDLE_ALONG * Math.cos(opening / 2),
    crossing[1] + side * HANDLE_ALONG * Math.sin(opening / 2),
  ];
  const fromHole = ground.hole && crossing[0] - ground.hole.x - ground.hole.diameter / 2;
  return (
    <g>
      <DragHandle
        x={crossing[0]}
        y={crossing[1]}
        pixelsPerMm={pixelsPerMm}
        label="Crossing of the X"
        onDrag={(place) => move({ crossing: [Math.round(place.x * 2000) / 2000, 0] })}
        onDrop={drop}
      />
      <DragHandle
        x={at[0]}
        y={at[1]}
        pixelsPerMm={pixelsPerMm}
        label="Opening of the X"
        onDrag={(place) => {
          const half = Math.abs(Math.atan2(place.y - crossing[1], place.x - crossing[0]));
          const wanted = Math.round((2 * half * 360) / Math.PI) * (Math.PI / 360);
          if (wanted >= LEAST_OPENING && wanted <= MOST_OPENING) move({ opening: wanted });
        }}
        onDrop={drop}
      />
      <Reading at={at} text={degrees(opening)} pixelsPerMm={pixelsPerMm} />
      {fromHole !== null && (
        <Reading
          at={crossing}
          text={`${inWords(formatPlanLength(fromHole, units))} from the hole`}
          pixelsPerMm={pixelsPerMm}
          low
        />
      )}
    </g>
  );
}

/** A figure on paper beside a handle. */
function Reading({ at, text, pixelsPerMm, low }: { at: Point; text: string; pixelsPerMm: number; low?: boolean }) {
  const px = (pixels: number) => pixels / pixelsPerMm;
  const width = px(9 * text.length + 14);
  const y = px(low ? 18 : -42);
  return (
    <g transform={`translate(${at[0] * MM} ${at[1] * MM})`} pointerEvents="none" aria-hidden>
      <rect
        x={-width / 2}
        y={y}
        width={width}
        height={px(24)}
        fill="var(--slip)"
        stroke="var(--line)"
        strokeWidth={px(1)}
      />
      <text
        y={y + px(12)}
        fontSize={px(15)}
        textAnchor="middle"
        dominantBaseline="central"
        fill="var(--ink)"
        className="figures"
      >
        {text}
      </text>
    </g>
  );
}
