/** What came off since the last look, what that should have done, and how to look now. */
import { formatMass, formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { halfInterval } from '@nimble/core/base';
import { takenWords } from '@nimble/core/verdict';
import { useLayoutEffect, useRef, useState } from 'react';
import type { PassView, Survey } from '../../api/types';
import { Button, Dialog, TakeBack } from '../../ui';
import { TakenForm, type OnTake } from './TakeOff';

interface Props {
  passes: readonly PassView[];
  units: UnitChoice;
  onCorrect: (pass: PassView, ...taken: Parameters<OnTake>) => void;
  onRetract: (pass: PassView) => void;
  onLook: (kind: Survey['kind']) => void;
}

export function PassesSince({ passes, units, onCorrect, onRetract, onLook }: Props) {
  const [mending, setMending] = useState<PassView | null>(null);
  const forecast = passes.at(-1)?.forecast;
  const section = useRef<HTMLElement>(null);
  // The press that took it off was far down the slip; before it is drawn, so that nothing moves under the finger.
  useLayoutEffect(() => {
    void section.current?.scrollIntoView?.({ block: 'center' });
  }, [passes.length]);
  return (
    <section
      ref={section}
      aria-label="Taken off since"
      className="space-y-2 border-l-4 border-brass bg-brass/10 px-3 py-2"
    >
      <h3 className="font-medium">Taken off since this survey</h3>
      <ul>
        {passes.map((pass) => (
          <li key={pass.id} className="flex items-center justify-between gap-1 border-b border-grain">
            <span className="min-w-0">
              {pass.tool && pass.taken ? takenWords({ tool: pass.tool, taken: pass.taken }, units) : 'not known what'}
            </span>
            <span className="flex shrink-0">
              {pass.tool && (
                <Button kind="quiet" className="px-2" onClick={() => setMending(pass)}>
                  Mend
                </Button>
              )}
              <TakeBack what="pass" retracted={false} onTurn={() => onRetract(pass)} />
            </span>
          </li>
        ))}
      </ul>
      <div className="grid grid-cols-2 gap-1">
        <Button kind="main" className="col-span-2" onClick={() => onLook('quick')}>
          Quick look: five places
        </Button>
        <Button onClick={() => onLook('full')}>Whole survey</Button>
        <Button onClick={() => onLook('weight')}>Weigh only</Button>
      </div>
      {/* Last: it comes when the server has answered, and nothing may move under the finger by then. */}
      {forecast && (
        <p>
          It should measure{' '}
          <span className="figures">
            {formatThickness(forecast.meanAfter.value, units).figure} ±{' '}
            {inWords(formatThickness(halfInterval(forecast.meanAfter), units))}
          </span>{' '}
          in the mean and weigh{' '}
          <span className="figures whitespace-nowrap">{inWords(formatMass(forecast.massAfter.value, units))}</span> now.
        </p>
      )}
      <Dialog title="What came off" open={mending !== null} onClose={() => setMending(null)}>
        {mending?.tool && (
          <TakenForm
            tool={mending.tool}
            steps={mending.planned}
            units={units}
            was={mending.taken ?? undefined}
            onTake={(tool, taken) => {
              onCorrect(mending, tool, taken);
              setMending(null);
            }}
          />
        )}
      </Dialog>
    </section>
  );
}
