import { format } from 'date-fns';

export type TimelineItem =
  | { kind: 'survey'; id: string; title: string; figure: string; at: string }
  | { kind: 'shaving'; id: string; title: string; figure: string; size: number };

interface Props {
  items: readonly TimelineItem[];
  selected: string | null;
  onSelect: (surveyId: string) => void;
  empty: string;
}

/** The shavings: the build's history in time order. A click shows the plate as it was. */
export function Timeline({ items, selected, onSelect, empty }: Props) {
  return (
    <nav aria-label="History" className="no-print overflow-x-auto border-t border-line bg-paper px-4 lg:px-6">
      <ol className="relative flex min-h-24 w-max min-w-full items-stretch">
        <li aria-hidden className="absolute inset-x-0 top-[46px] h-px bg-line" />
        {items.length === 0 && <li className="self-center pt-7 text-soft">{empty}</li>}
        {items.map((item) =>
          item.kind === 'survey' ? (
            <li key={item.id} className="relative">
              <button
                type="button"
                aria-pressed={item.id === selected}
                onClick={() => onSelect(item.id)}
                className="flex min-w-28 flex-col items-center px-2 pt-2 pb-1 leading-tight hover:bg-grain/40"
                title={format(new Date(item.at), 'd MMM yyyy, HH:mm')}
              >
                <span className={item.id === selected ? 'font-bold text-spruce' : ''}>{item.title}</span>
                <svg aria-hidden width="20" height="20" viewBox="0 0 20 20" className="my-1.5">
                  <circle
                    cx="10"
                    cy="10"
                    r={item.id === selected ? 8 : 6}
                    fill={item.id === selected ? 'var(--spruce)' : 'var(--paper)'}
                    stroke="var(--ink)"
                    strokeWidth="1.6"
                  />
                </svg>
                <span className="figures text-note">{item.figure}</span>
                <span className="text-small text-soft">{format(new Date(item.at), 'd MMM')}</span>
              </button>
            </li>
          ) : (
            <li
              key={item.id}
              className="relative flex min-w-24 flex-col items-center px-2 pt-2 leading-tight text-ember-ink"
            >
              <span>{item.title}</span>
              <Curl size={item.size} />
              <span className="figures text-note">{item.figure}</span>
            </li>
          ),
        )}
        {items.length > 0 && (
          <li aria-hidden className="flex flex-col items-start pt-2 pl-3">
            <span className="h-[52px] w-[3px] bg-spruce" />
            <span className="font-bold text-spruce">now</span>
          </li>
        )}
      </ol>
    </nav>
  );
}

const LEAST_TURNS = 1.2;
const MORE_TURNS = 1.6;
const CURL_POINTS = 40;

/** A curl of wood, larger the more came off. */
function Curl({ size }: { size: number }) {
  const points = Array.from({ length: CURL_POINTS + 1 }, (_, i) => {
    const t = i / CURL_POINTS;
    const radius = 11 * size * t;
    const angle = 2 * Math.PI * (LEAST_TURNS + MORE_TURNS * size) * t;
    return `${(14 + radius * Math.cos(angle)).toFixed(1)} ${(12 + radius * 0.8 * Math.sin(angle)).toFixed(1)}`;
  });
  return (
    <svg aria-hidden width="32" height="26" viewBox="0 0 30 24" className="my-0.5 bg-paper">
      <path d={`M${points.join('L')}`} fill="none" stroke="var(--ember)" strokeWidth="1.5" strokeLinecap="round" />
    </svg>
  );
}
