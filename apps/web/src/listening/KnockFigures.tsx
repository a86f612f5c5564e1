import { ringTime } from '@nimble/core/wood';
import type { KeptAnalysis } from '@nimble/core/sound';
import { usePreferences } from '../ui/preferences';
import { movedSince, onsetWords, strongest, warningWords } from '../words/knock-words';
import { longPitch, signed } from '../words/pitch-words';

const LARGE = 3;
const RATTLES = 0.3;

/**
 * The strongest notes of a knock very large, each with what it moved since another one; then ring, reasons and
 * warnings.
 */
export function KnockFigures({ heard, before }: { heard: KeptAnalysis; before: KeptAnalysis | null }) {
  const choice = usePreferences();
  const quality = ({ frequency, q }: { frequency: number; q: number }) =>
    `rings ${ringTime(q, frequency).toFixed(2)} s, Q ${Math.round(q)}`;
  return (
    <div className="space-y-1">
      <ul className="flex flex-wrap gap-x-5 gap-y-1">
        {strongest(heard, LARGE).map((partial, i) => {
          const moved = movedSince(partial, before);
          const size = i === 0 ? 'text-great leading-none' : 'text-head';
          return (
            <li key={partial.frequency} className={`leading-tight ${i === 0 ? 'w-full' : ''}`}>
              {choice.pitch === 'none' ? (
                <span className={`block font-medium ${size}`}>{partial.q > 40 ? 'alive' : 'dull'}</span>
              ) : (
                <>
                  <span className={`figures block font-medium ${size}`}>
                    {choice.pitch === 'note'
                      ? longPitch(partial.frequency, choice).split(' ')[0]
                      : partial.frequency.toFixed(1)}
                  </span>
                  <span className="figures block text-soft">
                    {choice.pitch === 'note'
                      ? `${longPitch(partial.frequency, choice).split(' ')[1]} ¢, ${partial.frequency.toFixed(1)} Hz`
                      : `± ${Math.max(0.1, 1.645 * partial.frequencySd).toFixed(1)} Hz`}
                    {moved !== null && `; ${signed(moved)} ¢ since`}
                  </span>
                </>
              )}
              <span className="block text-small text-soft">{quality(partial)}</span>
            </li>
          );
        })}
      </ul>
      <p className="text-soft">
        {onsetWords(heard)}
        {heard.ringTime !== null && (
          <>
            {' '}
            Rings <span className="figures">{heard.ringTime.toFixed(2)} s</span> in all.
          </>
        )}
        {heard.rattle > RATTLES && ' Something rattles: look for a loose joint, and knock here again.'}
      </p>
      {heard.warnings.map((warning) => (
        <p key={warning} className="font-medium text-ember-ink">
          {warningWords(warning)}
        </p>
      ))}
    </div>
  );
}
