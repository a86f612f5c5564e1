import type { GoalLine, Standing, VoicingGoal } from '@nimble/core/voicing';
import type { UnitChoice } from '@nimble/core/units';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { usePreferences } from '../../ui/preferences';
import type { VoicingPicture } from '../../compute/voicing-computer';
import { lineWords, targetWords } from '../../words/round-words';

interface Props {
  picture: VoicingPicture;
  wishes: Pick<VoicingGoal, 'distinct' | 'ring'>;
  units: UnitChoice;
}

const BOX = { width: 198, height: 92, left: 8, right: 30, top: 26, bottom: 18 };
const MOST = 5;

const logOf = ({ terms }: GoalLine, standing: Standing): number | null =>
  terms.reduce<number | null>(
    (sum, { key, share }) => (sum === null || !standing[key] ? null : sum + share * Math.log(standing[key].value)),
    0,
  );

/** Each goal round by round: the band is what counts as reached, a hollow mark is foretold and not read yet. */
export function GoalsLine({ picture, units, wishes }: Props) {
  const choice = usePreferences();
  // Wishes without a figure of their own have no line to come to.
  const lines = picture.proposal.lines.filter(({ of }) => of !== 'distinct' && of !== 'ring');
  const rings = wishes.ring ? picture.ring.rounds : [];
  if (lines.length + rings.length === 0)
    return wishes.distinct || wishes.ring ? null : <p className="text-soft">No goal has a figure yet.</p>;
  return (
    <ul className="flex flex-wrap gap-x-4" aria-label="Goals round by round">
      {lines.slice(0, MOST - Math.min(1, rings.length)).map((goal, i) => (
        <li key={i}>
          <GoalChart goal={goal} picture={picture} title={lineWords(goal)} target={targetWords(goal, units, choice)} />
        </li>
      ))}
      {rings.length > 0 && (
        <li>
          <RingRounds rings={rings} />
        </li>
      )}
    </ul>
  );
}

/** How long it rang, round by round; the longest is full. */
function RingRounds({ rings }: { rings: VoicingPicture['ring']['rounds'] }) {
  const times = rings.map(({ ring }) => ring);
  const longest = Math.max(...times);
  const x = scaleLinear([1, Math.max(2, rings.at(-1)!.round)], [BOX.left + 8, BOX.width - BOX.right]);
  const y = scaleLinear([0.9 * Math.min(...times), 1.05 * longest], [BOX.height - BOX.bottom, BOX.top]);
  const path = line<(typeof rings)[number]>()
    .x(({ round }) => x(round))
    .y(({ ring }) => y(ring));
  return (
    <svg
      viewBox={`0 0 ${BOX.width} ${BOX.height}`}
      width={BOX.width}
      height={BOX.height}
      role="img"
      aria-label={`Ring: ${rings.map(({ round, ring }) => `round ${round} ${ring.toFixed(2)} s`).join(', ')}`}
    >
      <text x={BOX.left} y="14" fontSize="15" fill="var(--ink)">
        Ring
      </text>
      <text x={BOX.width} y="14" fontSize="14" textAnchor="end" fill="var(--soft)" className="figures">
        longest {longest.toFixed(2)} s
      </text>
      <path d={path(rings) ?? ''} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
      {rings.map(({ round, ring }) => (
        <g key={round}>
          <circle
            cx={x(round)}
            cy={y(ring)}
            r={ring === longest ? 6 : 4}
            fill={ring === longest ? 'var(--spruce)' : 'var(--paper)'}
            stroke="var(--spruce)"
            strokeWidth="2"
          />
          <text x={x(round)} y={BOX.height - 3} fontSize="13" textAnchor="middle" fill="var(--soft)">
            {round}
          </text>
        </g>
      ))}
    </svg>
  );
}

function GoalChart({
  goal,
  picture,
  title,
  target,
}: {
  goal: GoalLine;
  picture: VoicingPicture;
  title: string;
  target: string;
}) {
  const read = picture.rounds.flatMap(({ number, standing, read: keys }) => {
    const log = logOf(goal, standing);
    return log === null
      ? []
      : [{ round: number, off: log - goal.target, isForecast: goal.terms.some(({ key }) => !keys.includes(key)) }];
  });
  const now = logOf(goal, picture.standing);
  const points =
    picture.isForecast && now !== null
      ? [...read, { round: (read.at(-1)?.round ?? 0) + 1, off: now - goal.target, isForecast: true }]
      : read;
  const reach = Math.max(2.5 * goal.tolerance, ...points.map(({ off }) => Math.abs(off)));
  const x = scaleLinear([1, Math.max(2, ...points.map(({ round }) => round))], [BOX.left + 8, BOX.width - BOX.right]);
  const y = scaleLinear([-reach, reach], [BOX.height - BOX.bottom, BOX.top]);
  const path = line<(typeof points)[number]>()
    .x(({ round }) => x(round))
    .y(({ off }) => y(off));
  const low = goal.kind === 'at-most' ? -reach : -goal.tolerance;
  return (
    <svg
      viewBox={`0 0 ${BOX.width} ${BOX.height}`}
      width={BOX.width}
      height={BOX.height}
      role="img"
      aria-label={`${title}: goal ${target}; ${points.map(({ round, off }) => `round ${round} ${(100 * off).toFixed(0)} per cent off`).join(', ')}`}
    >
      <text x={BOX.left} y="14" fontSize="15" fill="var(--ink)">
        {title}
      </text>
      <text x={BOX.width} y="14" fontSize="14" textAnchor="end" fill="var(--soft)" className="figures">
        {target}
      </text>
      <rect
        x={BOX.left}
        width={BOX.width - BOX.left - BOX.right + 12}
        y={y(goal.tolerance)}
        height={y(low) - y(goal.tolerance)}
        fill="var(--brass)"
        opacity="0.28"
      />
      <line x1={BOX.left} x2={BOX.width - BOX.right + 12} y1={y(0)} y2={y(0)} stroke="var(--brass)" strokeWidth="2" />
      <path d={path(points) ?? ''} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
      {points.map((point, i) => (
        <g key={i}>
          <circle
            cx={x(point.round)}
            cy={y(point.off)}
            r={i === points.length - 1 ? 6 : 4}
            fill={point.isForecast ? 'var(--paper)' : 'var(--spruce)'}
            stroke="var(--spruce)"
            strokeWidth="2"
          />
          <text x={x(point.round)} y={BOX.height - 3} fontSize="13" textAnchor="middle" fill="var(--soft)">
            {i === read.length ? 'next' : point.round}
          </text>
        </g>
      ))}
    </svg>
  );
}
