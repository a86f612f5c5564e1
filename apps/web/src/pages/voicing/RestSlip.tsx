import { standingEvents, type VoicingBodies, type VoicingEvent } from '@nimble/core/voicing';
import { addDays, format, isFuture } from 'date-fns';
import { Link } from 'react-router';
import type { KnockView } from '../../api/knocks';
import type { Build } from '../../api/types';
import { Button } from '../../ui';
import { LIKED_WORDS } from '../../words/event-words';
import { SecondLook } from './SecondLook';

interface Props {
  build: Build;
  events: readonly VoicingEvent[];
  knocks: readonly KnockView[];
  onPark: (body: VoicingBodies['park']) => void;
  onGoOn: () => void;
  onLiked: (body: VoicingBodies['second-look']) => void;
}

const RESTS = [
  [1, 'until tomorrow'],
  [2, 'for two days'],
  [7, 'for a week'],
] as const;

/** Parking a top, and listening to it again with fresh ears. */
export function RestSlip({ build, events, knocks, onPark, onGoOn, onLiked }: Props) {
  const { waitsFor } = build;
  const looks = standingEvents(events, 'second-look');
  return (
    <div className="space-y-4 pt-1">
      <section aria-label="Rest" className="space-y-2">
        <h2 className="font-bold">Leave it alone</h2>
        {waitsFor ? (
          <div className="flex items-center justify-between gap-2 border-l-4 border-brass bg-brass/10 px-3 py-1">
            <span>
              {waitsFor.until && isFuture(new Date(waitsFor.until))
                ? `Rests until ${format(new Date(waitsFor.until), 'EEE d MMM, HH:mm')}`
                : `Has waited for ${waitsFor.what}: due`}
            </span>
            <Button kind="quiet" onClick={onGoOn}>
              Go on
            </Button>
          </div>
        ) : (
          <>
            <p className="text-soft">
              Wood and ears both settle. The bench reminds you, and the second look begins with a blind compare.
            </p>
            <div className="flex flex-wrap gap-2">
              {RESTS.map(([days, words]) => (
                <Button
                  key={days}
                  onClick={() => onPark({ until: addDays(new Date(), days).toISOString(), why: 'fresh ears' })}
                >
                  {words}
                </Button>
              ))}
            </div>
          </>
        )}
      </section>
      <SecondLook knocks={knocks} onLiked={onLiked} />
      {looks.length > 0 && (
        <ul aria-label="Second looks" className="text-soft">
          {looks.map(({ id, at, body }) => (
            <li key={id}>
              {format(new Date(at), 'd MMM')}: {LIKED_WORDS[body.liked]}
            </li>
          ))}
        </ul>
      )}
      <Link className="flex min-h-12 items-center underline underline-offset-4" to={`/builds/${build.id}/story`}>
        The whole voicing as a story, to read, print and take along
      </Link>
    </div>
  );
}
