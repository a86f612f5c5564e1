import { heightAt, type BracingPlan, type Brace } from '@nimble/core/bracing';
import { stringLoad, usualStrings } from '@nimble/core/strings';
import { scaleLinear } from 'd3-scale';
import type { Build } from '../../api/types';
import { bridgePlace, type Ground } from '../../api/use-bracing';

const BOX = { width: 860, height: 190, left: 70, right: 40 };
const TOP_LINE = 96;
/** Heights are drawn so much larger than lengths at most, and the saddle stands no higher than this on the drawing. */
const TALLER = 2;
const SADDLE_ROOM = 58;

/** The top from the side on its centre line, strings over it: what pulls, turns and presses. */
export function LoadElevation({ build, plan, ground }: { build: Build; plan: BracingPlan; ground: Ground }) {
  const { bounds } = ground.shape;
  const at = bridgePlace(plan, ground);
  const x = scaleLinear([bounds.xMin, bounds.xMax], [BOX.left, BOX.width - BOX.right]);
  const perMetre = (x(bounds.xMax) - x(bounds.xMin)) / ground.shape.length;
  let load;
  try {
    load = stringLoad(plan.strings ?? usualStrings(build.family), ground.scale, plan.bridge);
  } catch {
    return null; // said in the slip
  }
  const { kind, stringHeight } = plan.bridge;
  const tall = Math.min(TALLER * perMetre, SADDLE_ROOM / stringHeight);
  const floating = kind === 'floating';
  const saddle = TOP_LINE - stringHeight * tall;
  const inward = plan.braces.flatMap((brace) => {
    const met = onCentreLine(brace);
    return met ? [{ ...met, id: brace.id, width: brace.width }] : [];
  });
  const turn = `M${x(at) - 44} ${saddle + 6}A46 46 0 0 1 ${x(at) - 8} ${saddle - 40}`;
  return (
    <figure className="shrink-0 px-4 pb-2 lg:px-6" aria-label="The load of the strings from the side">
      <svg viewBox={`0 0 ${BOX.width} ${BOX.height}`} className="max-h-[200px] w-full">
        <defs>
          <marker
            id="load-tip"
            viewBox="0 0 10 10"
            refX="8"
            refY="5"
            markerWidth="7"
            markerHeight="7"
            orient="auto-start-reverse"
          >
            <path d="M0 0L10 5L0 10Z" fill="var(--ember)" />
          </marker>
        </defs>
        <line
          x1={x(bounds.xMin)}
          x2={x(bounds.xMax)}
          y1={TOP_LINE + 2}
          y2={TOP_LINE + 2}
          stroke="var(--ink)"
          strokeWidth="4"
        />
        {inward.map(({ id, place, height, width }) => (
          <rect
            key={id}
            x={x(place) - (width * perMetre) / 2}
            y={TOP_LINE + 4}
            width={Math.max(3, width * perMetre)}
            height={height * tall}
            fill="var(--line)"
            stroke="var(--ink)"
          />
        ))}
        <path
          d={`M${x(at) - 9} ${TOP_LINE}L${x(at) - 3} ${saddle}L${x(at) + 3} ${saddle}L${x(at) + 9} ${TOP_LINE}Z`}
          fill="var(--wood)"
          stroke="var(--ink)"
        />
        <line x1={BOX.left - 60} y1={saddle} x2={x(at)} y2={saddle} stroke="var(--soft)" strokeWidth="1.4" />
        {floating ? (
          <line x1={x(at)} y1={saddle} x2={x(bounds.xMax)} y2={TOP_LINE - 2} stroke="var(--soft)" strokeWidth="1.4" />
        ) : (
          <line x1={x(at)} y1={saddle} x2={x(at) + 7} y2={TOP_LINE} stroke="var(--soft)" strokeWidth="1.4" />
        )}
        <g stroke="var(--ember)" strokeWidth="3" fill="none">
          <line x1={x(at) - 60} y1={saddle - 12} x2={x(at) - 150} y2={saddle - 12} markerEnd="url(#load-tip)" />
          {floating ? (
            <line x1={x(at)} y1={saddle - 44} x2={x(at)} y2={saddle - 4} markerEnd="url(#load-tip)" />
          ) : (
            <path d={turn} markerStart="url(#load-tip)" />
          )}
        </g>
        <g fontSize="17" fill="var(--ink)" className="figures">
          <text x={x(at) - 158} y={saddle - 7} textAnchor="end">
            {Math.round(load.total)} N
          </text>
          <text x={x(at) + 16} y={saddle - 26}>
            {floating ? `${Math.round(load.downForce)} N down` : `${load.torque.toFixed(1)} N m`}
          </text>
        </g>
        <text x={BOX.left} y={BOX.height - 8} fontSize="15" fill="var(--soft)">
          from the bass side, neck to the left; heights drawn larger, braces on the centre line; a glued bridge is
          turned: front edge in, back edge up
        </text>
      </svg>
    </figure>
  );
}

function onCentreLine(brace: Brace): { place: number; height: number } | null {
  const { from, to, length } = brace;
  if (from[1] * to[1] > 0 || from[1] === to[1]) return null;
  const share = from[1] / (from[1] - to[1]);
  return { place: from[0] + share * (to[0] - from[0]), height: heightAt(brace, share * length) };
}
