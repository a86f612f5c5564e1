import { Maximize, Minus, Plus } from 'lucide-react';
import { useRef, type MouseEvent } from 'react';
import { MM, polygonPath } from './plate-paths';
import { placeUnder } from './place-under';
import type { Box } from './plate-view';

interface Props {
  whole: Box;
  seen: Box;
  isPart: boolean;
  outline: readonly (readonly [number, number])[];
  onLarger: () => void;
  onSmaller: () => void;
  onAll: () => void;
  /** [mm] */
  onGoTo: (place: { x: number; y: number }) => void;
}

const KEY = 'flex size-12 items-center justify-center rounded-md border border-line bg-slip/90 hover:border-ink';

/** In a corner of the drawing: nearer and further, and of a part where on the plate it is. */
export function PlateSight({ whole, seen, isPart, outline, onLarger, onSmaller, onAll, onGoTo }: Props) {
  return (
    <div className="no-print absolute right-2 bottom-1 flex items-end gap-1">
      {isPart && <Overview {...{ whole, seen, outline, onGoTo }} />}
      {isPart && (
        <>
          <button
            type="button"
            className={KEY}
            aria-label="See the whole plate"
            title="Whole plate (Home)"
            onClick={onAll}
          >
            <Maximize aria-hidden size={20} />
          </button>
          <button
            type="button"
            className={KEY}
            aria-label="See more of the plate"
            title="See more (−)"
            onClick={onSmaller}
          >
            <Minus aria-hidden size={20} />
          </button>
        </>
      )}
      <button type="button" className={KEY} aria-label="Enlarge the plate" title="Enlarge (+)" onClick={onLarger}>
        <Plus aria-hidden size={20} />
      </button>
    </div>
  );
}

function Overview({ whole, seen, outline, onGoTo }: Pick<Props, 'whole' | 'seen' | 'outline' | 'onGoTo'>) {
  const svg = useRef<SVGSVGElement>(null);
  const go = (event: MouseEvent) => {
    const place = placeUnder(svg.current, event);
    if (place) onGoTo({ x: place.x * MM, y: place.y * MM });
  };
  return (
    <svg
      ref={svg}
      role="img"
      aria-label="Where on the plate this is"
      viewBox={`${whole.x} ${whole.y} ${whole.width} ${whole.height}`}
      className="h-24 cursor-pointer rounded-md border border-line bg-slip/90"
      onClick={go}
    >
      <path d={polygonPath(outline)} fill="var(--wood)" stroke="var(--soft)" strokeWidth="5" />
      <rect {...seen} fill="var(--brass)" fillOpacity="0.2" stroke="var(--brass)" strokeWidth="8" />
    </svg>
  );
}
