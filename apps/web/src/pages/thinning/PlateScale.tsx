import { halfInterval } from '@nimble/core/base';
import { formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { followedWords, type AssessmentSummary } from '@nimble/core/verdict';
import { scaleLinear } from 'd3-scale';

const BOX = { width: 240, height: 58, side: 22, line: 26 };
/** Left of the line, so that a plate past it is seen to be past it [m]. */
const BEYOND = 3e-4;

/** Where the plate stands against the line that is followed: thick to the right, the line and its doubt to the left. */
export function PlateScale({ verdict, units }: { verdict: AssessmentSummary['verdict']; units: UnitChoice }) {
  const { level, followed } = verdict;
  const line = followed.line.value;
  const reach = halfInterval(followed.line);
  const ends = [Math.min(line - BEYOND, level.value - BEYOND), Math.max(level.value + BEYOND / 3, line + BEYOND)];
  const x = scaleLinear(ends, [BOX.side, BOX.width - BOX.side]);
  const words = (value: number) => formatThickness(value, units).figure;
  const label = `${inWords(formatThickness(level.value, units))} now, ${inWords(formatThickness(line, units))} by ${followedWords(followed)}`;
  const within = ([a, b]: [number, number]) => [Math.max(a, ends[0]!), Math.min(b, ends[1]!)] as const;
  const [low, high] = within([line - reach, line + reach]);
  return (
    <svg role="img" aria-label={label} viewBox={`0 0 ${BOX.width} ${BOX.height}`} className="w-full max-w-72">
      <line x1={BOX.side} x2={BOX.width - BOX.side} y1={BOX.line} y2={BOX.line} stroke="var(--grain)" strokeWidth="2" />
      <rect x={x(low)} width={x(high) - x(low)} y={BOX.line - 8} height={16} fill="var(--brass)" opacity="0.3" />
      <line x1={x(line)} x2={x(line)} y1={BOX.line - 12} y2={BOX.line + 12} stroke="var(--brass)" strokeWidth="3" />
      <circle cx={x(level.value)} cy={BOX.line} r="7" fill="var(--spruce)" />
      <text x={x(line)} y={BOX.height - 4} textAnchor="middle" fontSize="13" fill="var(--soft)" className="figures">
        {words(line)}
      </text>
      <text x={x(level.value)} y={11} textAnchor="middle" fontSize="13" fill="var(--ink)" className="figures">
        {words(level.value)}
      </text>
    </svg>
  );
}
