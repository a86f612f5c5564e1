import { scaleLog } from 'd3-scale';
import type { PitchChoice } from '../../words/pitch-words';
import { shortPitch } from '../../words/pitch-words';
import type { TopFigures } from '../../compute/top-computer';

interface Props {
  modes: TopFigures['modes'];
  /** How the model is held, in a word or two. */
  held: string;
  /** Partials of the last knock of a top that is held alike [Hz]; and, where there is none, of one held otherwise. */
  heard: readonly number[];
  otherwise?: string | null;
  open: number | null;
  choice: PitchChoice;
  onOpen: (mode: number) => void;
}

const BOX = { width: 900, height: 104, left: 84, right: 20 };

/** Notes that the model gives above the line, those that were heard below it. */
export function NotesLine({ modes, held, heard, otherwise = null, open, choice, onOpen }: Props) {
  const all = [...modes.map(({ frequency }) => frequency), ...heard];
  const x = scaleLog([Math.min(...all) / 1.06, Math.max(...all) * 1.06], [BOX.left, BOX.width - BOX.right]);
  const middle = 56;
  const name = (frequency: number) => (choice.pitch === 'none' ? frequency.toFixed(0) : shortPitch(frequency, choice));
  return (
    <svg
      viewBox={`0 0 ${BOX.width} ${BOX.height}`}
      className="max-h-[112px] w-full"
      role="group"
      aria-label="Notes of the top"
    >
      <Row y={20} name="model" held={held} />
      <Row y={80} name="heard" held={held} />
      <line x1={BOX.left} x2={BOX.width - BOX.right} y1={middle} y2={middle} stroke="var(--ink)" strokeWidth="1.5" />
      {spread(
        modes.map(({ frequency }) => x(frequency)),
        42,
      ).map((at, m) => (
        <g
          key={m}
          role="button"
          tabIndex={0}
          aria-pressed={open === m}
          aria-label={`${name(modes[m]!.frequency)}, ${modes[m]!.frequency.toFixed(0)} Hz`}
          className="cursor-pointer"
          onClick={() => onOpen(m)}
          onKeyDown={(event) => (event.key === 'Enter' || event.key === ' ') && onOpen(m)}
        >
          <rect x={at - 20} y="4" width="40" height={middle - 4} fill="transparent" />
          <path
            d={`M${x(modes[m]!.frequency)} ${middle}V${middle - 10}L${at} ${middle - 18}`}
            fill="none"
            stroke={open === m ? 'var(--ember)' : 'var(--spruce)'}
            strokeWidth={open === m ? 4 : 2.5}
          />
          <text
            x={at}
            y="28"
            textAnchor="middle"
            fontSize="17"
            fontWeight={open === m ? 700 : 500}
            fill="var(--ink)"
            className="figures"
          >
            {name(modes[m]!.frequency)}
          </text>
        </g>
      ))}
      {spread(heard.map(x), 42).map((at, i) => (
        <g key={i}>
          <path
            d={`M${x(heard[i]!)} ${middle}V${middle + 10}L${at} ${middle + 17}`}
            fill="none"
            stroke="var(--brass)"
            strokeWidth="2.5"
          />
          <text x={at} y="94" textAnchor="middle" fontSize="17" fill="var(--ink)" className="figures">
            {name(heard[i]!)}
          </text>
        </g>
      ))}
      {heard.length === 0 && (
        <text x={BOX.left} y="94" fontSize="15" fill="var(--soft)">
          {otherwise ?? 'nothing yet: knock the top in Voice, and it stands here beside the model'}
        </text>
      )}
    </svg>
  );
}

function Row({ y, name, held }: { y: number; name: string; held: string }) {
  return (
    <text x="0" y={y} fill="var(--soft)">
      <tspan fontSize="15">{name}</tspan>
      <tspan x="0" dy="15" fontSize="13">
        {held}
      </tspan>
    </text>
  );
}

/** Words side by side without covering each other: pushed to the right as far as needed, then back from the end. */
function spread(places: readonly number[], room: number): number[] {
  const order = places.map((_, i) => i).sort((a, b) => places[a]! - places[b]!);
  const out = [...places];
  order.forEach((i, n) => n > 0 && (out[i] = Math.max(out[i]!, out[order[n - 1]!]! + room)));
  let last = BOX.width - BOX.right;
  for (const i of [...order].reverse()) {
    out[i] = Math.min(out[i]!, last);
    last = out[i] - room;
  }
  return out;
}
