import {
  bracePlaces,
  crowdedPlaces,
  LEAST_HEIGHT,
  notchesOf,
  type Brace,
  type CutNotch,
  type GluedPlace,
  type Lap,
  type PlanFigures,
} from '@nimble/core/bracing';
import { CENTS, formatThickness, type UnitChoice } from '@nimble/core/units';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { toneColour } from '../../plate/MapLayer';

interface Props {
  brace: Brace;
  /** All of the plan, for what passes over it. */
  braces: readonly Brace[];
  laps: readonly Lap[];
  figures: PlanFigures;
  glued: readonly GluedPlace[];
  /** Under the hand just now: kept when it is let go. */
  dragged: boolean;
  partial: number;
  units: UnitChoice;
  /** The height that is touched. */
  station: number;
  onStation: (station: number) => void;
  onDraft: (brace: Brace) => void;
  onKeep: (brace: Brace) => void;
}

const BOX = { width: 860, height: 290, left: 76, right: 26, top: 26, bottom: 70 };
const STRIP = 26;
const HANDLE = 9;
/** One press of an arrow key, and how tall a brace may be drawn [m]. */
const KEY_STEP = 1e-4;
const TALLEST = 0.04;

/** The brace from the side, its heights under the hand, and below it what planing there does to the chosen note. */
export function BraceElevation(props: Props) {
  const {
    brace: plan,
    braces,
    laps,
    figures,
    glued,
    dragged,
    partial,
    units,
    station,
    onStation,
    onDraft,
    onKeep,
  } = props;
  const svg = useRef<SVGSVGElement>(null);
  /** Of the drawing while a height is held: to ask for it at every move would lay out the page each time. */
  const toDrawing = useRef<DOMMatrix | null>(null);
  const tallest = Math.max(0.008, ...plan.heights);
  const x = scaleLinear([0, plan.length], [BOX.left, BOX.width - BOX.right]);
  const y = scaleLinear([0, tallest * 1.15], [BOX.height - BOX.bottom, BOX.top]);
  const places = bracePlaces(plan);
  const notches = notchesOf(plan, { laps: [...laps], braces: [...braces] });
  const { sensitivity, frequency } = figures.modes[partial]!;
  const most = Math.max(...sensitivity.map(Math.abs)) || 1;
  const step = x(places[1]!) - x(places[0]!);
  const base = BOX.height - BOX.bottom;
  const outline = `M${x(0)} ${base}${plan.heights.map((height, i) => `L${x(places[i]!)} ${y(height)}`).join('')}L${x(plan.length)} ${base}Z`;
  const withHeight = (i: number, height: number): Brace => ({
    ...plan,
    heights: plan.heights.map((old, j) =>
      j === i ? Math.min(TALLEST, plan.length, Math.max(LEAST_HEIGHT, height)) : old,
    ),
  });
  const heightUnder = (event: PointerEvent): number | null => {
    toDrawing.current ??= svg.current?.getScreenCTM()?.inverse() ?? null;
    if (!toDrawing.current) return null;
    return y.invert(new DOMPoint(event.clientX, event.clientY).matrixTransform(toDrawing.current).y);
  };
  const onArrow = (event: KeyboardEvent, i: number) => {
    const by = event.key === 'ArrowUp' ? KEY_STEP : event.key === 'ArrowDown' ? -KEY_STEP : 0;
    if (by === 0) return;
    event.preventDefault();
    onKeep(withHeight(i, plan.heights[i]! + by));
  };
  const figure = (metres: number) => formatThickness(metres, units).figure;
  return (
    <figure className="min-w-0 flex-1" aria-label={`${plan.name} from the side`}>
      <svg ref={svg} viewBox={`0 0 ${BOX.width} ${BOX.height}`} className="max-h-[300px] w-full touch-none select-none">
        <Heights y={y} units={units} />
        <path d={outline} fill="var(--wood)" stroke="var(--ink)" strokeWidth="1.4" />
        <path d={rigidityPath(glued, x, [base, BOX.top + 8])} fill="none" stroke="var(--lake)" strokeWidth="1.6" />
        <line
          x1={BOX.left - 14}
          x2={BOX.width - BOX.right + 14}
          y1={base}
          y2={base}
          stroke="var(--ink)"
          strokeWidth="3"
        />
        <Notches notches={notches} x={x} y={y} heightAt={(at) => heightOn(plan, at)} />
        <Crowded glued={glued} x={x} base={base} />
        {plan.heights.map((height, i) => (
          <g
            key={places[i]}
            role="slider"
            tabIndex={0}
            aria-label={`Height at ${(places[i]! * 1000).toFixed(0)} mm`}
            aria-valuenow={Number((height * 1000).toFixed(2))}
            aria-valuemin={LEAST_HEIGHT * 1000}
            aria-valuemax={TALLEST * 1000}
            aria-valuetext={`${figure(height)} ${formatThickness(0, units).symbol}`}
            aria-orientation="vertical"
            className="cursor-ns-resize"
            onKeyDown={(event) => onArrow(event, i)}
            onFocus={() => onStation(i)}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              toDrawing.current = null;
              onStation(i);
            }}
            onPointerMove={(event) => {
              if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
              const under = heightUnder(event);
              if (under !== null) onDraft(withHeight(i, under));
            }}
            onPointerUp={(event) => {
              if (event.currentTarget.hasPointerCapture(event.pointerId) && dragged) onKeep(plan);
            }}
          >
            <rect x={x(places[i]!) - step / 2} y={BOX.top} width={step} height={base - BOX.top} fill="transparent" />
            <circle
              cx={x(places[i]!)}
              cy={y(height)}
              r={HANDLE}
              fill={i === station ? 'var(--brass)' : 'var(--slip)'}
              stroke="var(--brass)"
              strokeWidth="2.5"
            />
          </g>
        ))}
        <Strip {...{ places, sensitivity, most, frequency, step, x, base }} />
        <text x={BOX.left} y={BOX.height - 6} fontSize="15" fill="var(--soft)">
          cents on the {['first', 'second', 'third'][partial]} note ({frequency.toFixed(0)} Hz) for 0.1 mm off around
          each mark; blue line: stiffness glued on{notches.length > 0 && ', its notches left out'}
        </text>
      </svg>
    </figure>
  );
}

function Heights({ y, units }: { y: ScaleLinear<number, number>; units: UnitChoice }) {
  return (
    <g fontSize="15" fill="var(--soft)" className="figures">
      {y.ticks(4).map((height) => (
        <g key={height} transform={`translate(${BOX.left} ${y(height)})`}>
          <line x2={BOX.width - BOX.left - BOX.right} stroke="var(--grain)" strokeWidth="0.8" />
          <text x="-18" textAnchor="end" dominantBaseline="central">
            {formatThickness(height, units).figure}
          </text>
        </g>
      ))}
      <text x="4" y="14">
        {formatThickness(0, units).symbol}
      </text>
    </g>
  );
}

/** How stiff brace and plate are together, place by place, against the stiffest. */
function rigidityPath(
  glued: readonly GluedPlace[],
  x: (value: number) => number,
  [low, high]: [number, number],
): string {
  const most = Math.max(...glued.map(({ rigidity }) => rigidity));
  return glued.length === 0
    ? ''
    : `M${glued.map((place) => `${x(place.x).toFixed(1)} ${(low + ((high - low) * place.rigidity) / most).toFixed(1)}`).join('L')}`;
}

function heightOn({ heights, length }: Brace, at: number): number {
  const steps = heights.length - 1;
  const i = Math.min(steps - 1, Math.max(0, Math.floor((at / length) * steps)));
  return heights[i]! + ((at / length) * steps - i) * (heights[i + 1]! - heights[i]!);
}

interface NotchProps {
  notches: readonly CutNotch[];
  x: (value: number) => number;
  y: (value: number) => number;
  heightAt: (at: number) => number;
}

/** What the laps cut away. */
function Notches({ notches, x, y, heightAt }: NotchProps) {
  return notches.map(({ at, width, depth, from }) => {
    const top = from === 'above' ? heightAt(at) : depth;
    const floor = from === 'above' ? top - depth : 0;
    const left = x(at - width / 2);
    return (
      <rect
        key={at}
        x={left}
        y={y(top) - 1}
        width={x(at + width / 2) - left}
        height={y(floor) - y(top) + 1}
        fill="var(--bench)"
        stroke="var(--ink)"
        strokeDasharray="4 3"
      />
    );
  });
}

/** Where neighbours already stiffen the plate, a line under the brace: it may be lower there. */
function Crowded({ glued, x, base }: { glued: readonly GluedPlace[]; x: (value: number) => number; base: number }) {
  const step = glued.length > 1 ? glued[1]!.x - glued[0]!.x : 0;
  return crowdedPlaces(glued).map((place) => (
    <line
      key={place.x}
      x1={x(place.x - step / 2)}
      x2={x(place.x + step / 2)}
      y1={base + 4}
      y2={base + 4}
      stroke="var(--lake)"
      strokeWidth="5"
      strokeDasharray="3 3"
    />
  ));
}

interface StripProps {
  places: readonly number[];
  sensitivity: Float64Array;
  most: number;
  frequency: number;
  step: number;
  x: (value: number) => number;
  base: number;
}

/** Cents per tenth of a millimetre taken off around each place: colour, sign and figure. */
function Strip({ places, sensitivity, most, frequency, step, x, base }: StripProps) {
  const top = base + 10;
  const cents = (i: number) => (CENTS * 1e-4 * sensitivity[i]!) / frequency;
  return (
    <g aria-hidden>
      {places.map((place, i) => (
        <rect
          key={place}
          x={x(place) - step / 2}
          y={top}
          width={step}
          height={STRIP}
          style={{ fill: toneColour('diverging', -sensitivity[i]! / most) }}
          stroke="var(--grain)"
          strokeWidth="0.6"
        />
      ))}
      <g fontSize="15" fill="var(--ink)" textAnchor="middle" className="figures">
        {places.map((place, i) =>
          i % 2 === 0 ? (
            <text key={place} x={x(place)} y={top + STRIP / 2 + 1} dominantBaseline="central">
              {Math.abs(cents(i)) < 0.05 ? '0' : `${cents(i) < 0 ? '−' : '+'}${Math.abs(cents(i)).toFixed(1)}`}
            </text>
          ) : null,
        )}
      </g>
    </g>
  );
}
