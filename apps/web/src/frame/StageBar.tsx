import { STAGES, type Stage } from '@nimble/core/project';
import { Link } from 'react-router';
import { STAGE_WORDS, stagePath } from '../words/stage-words';

interface Props {
  buildId: string;
  /** The stage whose page is open, where the build stands, and what is done. */
  open: Stage;
  stands: Stage;
  done: readonly Stage[];
}

const TICKS = 8;

/** The stages as marks on a steel rule: the open one long, done ones filled, a pointer where the build stands. */
export function StageBar({ buildId, open, stands, done }: Props) {
  return (
    <nav aria-label="Stages of the work" className="flex min-w-0 flex-1 overflow-x-auto overflow-y-hidden">
      {STAGES.map((stage) => (
        <Link
          key={stage}
          to={stagePath(buildId, stage)}
          aria-current={stage === open ? 'page' : undefined}
          className={`group relative flex min-w-12 flex-1 flex-col justify-end pt-2 ${stage === open ? 'min-w-28' : 'max-lg:max-w-16'}`}
        >
          <span
            className={`px-1.5 pb-1 whitespace-nowrap ${stage === open ? 'text-lead font-bold text-spruce' : 'text-soft group-hover:text-ink max-lg:sr-only'}`}
          >
            {STAGE_WORDS[stage]}
            {done.includes(stage) && <span className="sr-only"> (done)</span>}
            {stage === stands && <span className="sr-only"> (the build stands here)</span>}
          </span>
          <RuleMarks open={stage === open} done={done.includes(stage)} stands={stage === stands} />
        </Link>
      ))}
    </nav>
  );
}

function RuleMarks({ open, done, stands }: { open: boolean; done: boolean; stands: boolean }) {
  return (
    <svg aria-hidden viewBox="0 0 100 16" preserveAspectRatio="none" className="block h-4 w-full text-ink">
      {done && <rect x="0" y="11" width="100" height="5" fill="var(--spruce)" opacity="0.55" />}
      {stands && <rect x="0" y="9" width="55" height="7" fill="var(--spruce)" />}
      {Array.from({ length: TICKS }, (_, i) => (
        <line
          key={i}
          x1={(100 * i) / TICKS}
          x2={(100 * i) / TICKS}
          y1={i === 0 ? (open ? 0 : 4) : i === TICKS / 2 ? 9 : 12}
          y2="16"
          stroke="currentColor"
          strokeWidth={i === 0 ? (open ? 3 : 2) : 1}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  );
}
