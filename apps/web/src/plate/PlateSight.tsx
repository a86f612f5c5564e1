import { Maximize, Minus, Plus, type LucideIcon } from 'lucide-react';
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

/** In a corner of the drawing: nearer and further, and of a part where on the plate it is. */
export function PlateSight({ whole, seen, isPart, outline, onLarger, onSmaller, onAll, onGoTo }: Props) {
  return (
    <div className="no-print absolute right-2 bottom-1 flex items-end gap-1">
      {isPart && (
        <>
          <Overview {...{ whole, seen, outline, onGoTo }} />
          <SightKey label="See the whole plate" hint="Whole plate (Home)" Icon={Maximize} onPress={onAll} />
          <SightKey label="See more of the plate" hint="See more (−)" Icon={Minus} onPress={onSmaller} />
        </>
      )}
      <SightKey label="Enlarge the plate" hint="Enlarge (+)" Icon={Plus} onPress={onLarger} />
    </div>
  );
}

interface SightKeyProps {
  label: string;
  hint: string;
  Icon: LucideIcon;
  onPress: () => void;
}

function SightKey({ label, hint, Icon, onPress }: SightKeyProps) {
  return (
    <button
      type="button"
      className="flex size-12 items-center justify-center rounded-md border border-line bg-slip/90 hover:border-ink"
      aria-label={label}
      title={hint}
      onClick={onPress}
    >
      <Icon aria-hidden size={20} />
    </button>
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
