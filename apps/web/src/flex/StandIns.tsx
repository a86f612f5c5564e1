import type { InstrumentLineView } from '../api/contract';
import { InvalidInput } from '@nimble/core/base';
import { parseLoad } from '@nimble/core/units';
import { useState } from 'react';
import { toast } from 'sonner';
import { request } from '../api/client';
import { useLines } from '../api/use-lines';
import { Button, Fold } from '../ui';

interface Props {
  pieceId: string;
  /** The jig, or span and direction; throws while they are not known. */
  place: () => Record<string, unknown>;
  onReading: (load: string, dial: string) => void;
}

const WEIGHTS = ['0 g', '200 g', '500 g', '1 kg', '2 kg'];

/** Practice without a jig: a simulated dial gauge on a cable. Put a weight on, and its reading comes in by itself. */
export function StandIns({ pieceId, place, onReading }: Props) {
  const [open, setOpen] = useState(false);
  const [onIt, setOnIt] = useState<string | null>(null);
  const state = useLines<InstrumentLineView>(`/devices/bench/${pieceId}/stream`, open, ({ device, line }) => {
    if (device === 'dial' && onIt !== null) onReading(onIt, line);
  });
  const put = async (weight: string) => {
    try {
      const where = place();
      setOnIt(weight);
      await request('POST', `/devices/bench/${pieceId}/bend`, { ...where, load: parseLoad('load', weight).value });
    } catch (failure) {
      toast.error(failure instanceof InvalidInput ? `Supports apart: ${failure.reason}` : (failure as Error).message);
    }
  };
  return (
    <Fold title="Simulated dial gauge" onOpenChange={setOpen} tone="soft">
      <p className="text-note text-soft" role="status">
        {state === 'on'
          ? 'Connected. Put a weight on the simulated plate:'
          : state === 'lost'
            ? 'Lost: trying again …'
            : 'Connecting …'}
      </p>
      <div className="flex flex-wrap gap-1">
        {WEIGHTS.map((weight) => (
          <Button key={weight} className="px-3" disabled={state !== 'on'} onClick={() => void put(weight)}>
            {weight}
          </Button>
        ))}
      </div>
    </Fold>
  );
}
