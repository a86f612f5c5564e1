import type { Stage } from '@nimble/core/project';
import { useQueryClient } from '@tanstack/react-query';
import { addDays, format } from 'date-fns';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { request } from '../api/client';
import { useNotes, type useSurveyWrites } from '../api/hooks';
import { keys } from '../api/keys';
import type { Build, Note } from '../api/types';
import { woodOrigin } from '../words/wood-origin';
import { usePreferences } from '../ui/preferences';
import { STAGE_WORDS } from '../words/stage-words';
import { Button, CheckField, PanelSection, TextField } from '../ui';

/** What a stage is about, for someone who has never been there. */
const ABOUT: Record<Stage, string> = {
  wood: 'Choose the set: weigh it, flex it, knock on it, look along the grain.',
  thickness: 'Bring the plate down to its graduation.',
  layout: 'Centre line, bridge line, bracing pattern, patches.',
  arch: 'Radius, dishes and templates; or the carving of the arch.',
  'glue-up': 'Fit, order of gluing, clamps, cure.',
  shape: 'Brace heights, sections, scoops and tapers.',
  voice: 'Flex, knock, shave, look again; rest, and come back with fresh ears.',
  close: 'Ends let in, signed and glued on; edge thinning; first strings; how it turned out.',
};

interface Props {
  build: Build;
  stage: Stage;
  changeBuild: ReturnType<typeof useSurveyWrites>['changeBuild'];
}

/** Where the build stands, what it waits for, and notes. */
export function JournalSlip({ build, stage, changeBuild }: Props) {
  const stands = build.stage === stage;
  const done = build.stagesDone.includes(stage);
  return (
    <div className="space-y-4 pt-1">
      <div>
        <h2 className="text-head font-bold">{STAGE_WORDS[stage]}</h2>
        <p>{ABOUT[stage]}</p>
      </div>
      {stage === 'wood' && (
        <p>
          The wood is {woodOrigin(build.wood)}.{' '}
          <Link className="underline underline-offset-4" to={build.wood.set ? `/rack/${build.wood.set.id}` : '/rack'}>
            {build.wood.set ? 'See the set' : 'Choose a set from the rack'}
          </Link>
        </p>
      )}
      {stands ? (
        <p className="font-medium text-spruce">No. {build.number} stands here.</p>
      ) : (
        <Button className="w-full" onClick={() => changeBuild({ stage })}>
          No. {build.number} stands here now
        </Button>
      )}
      <CheckField
        label="This stage is done"
        checked={done}
        onChange={(on) =>
          changeBuild({
            stagesDone: on ? [...build.stagesDone, stage] : build.stagesDone.filter((s) => s !== stage),
          })
        }
      />
      <WaitsFor build={build} onChange={(waitsFor) => changeBuild({ waitsFor })} />
      <Notes build={build} stage={stage} />
    </div>
  );
}

const WAITS = ['glue to cure', 'rest', 'fresh ears'] as const;

function WaitsFor({ build, onChange }: { build: Build; onChange: (waitsFor: Build['waitsFor']) => void }) {
  const { waitsFor } = build;
  if (waitsFor) {
    return (
      <div className="flex items-center justify-between gap-2 border-l-4 border-brass bg-brass/10 px-3 py-1">
        <span>
          Waits for {waitsFor.what}
          {waitsFor.until && ` until ${format(new Date(waitsFor.until), 'EEE d MMM')}`}
        </span>
        <Button kind="quiet" className="shrink-0" onClick={() => onChange(null)}>
          Go on
        </Button>
      </div>
    );
  }
  return (
    <div>
      <p className="text-soft">Let it wait until tomorrow for</p>
      <div className="flex flex-wrap gap-2">
        {WAITS.map((what) => (
          <Button key={what} onClick={() => onChange({ what, until: addDays(new Date(), 1).toISOString() })}>
            {what}
          </Button>
        ))}
      </div>
    </div>
  );
}

function Notes({ build, stage }: { build: Build; stage: Stage }) {
  const notes = useNotes(build.id);
  const client = useQueryClient();
  const { person } = usePreferences();
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const here = (notes.data ?? []).filter((note) => note.kind === 'note' && note.body.stage === stage);
  const add = async () => {
    if (text.trim() === '') return setError('Write something first');
    try {
      const all = await request<Note[]>('POST', `/builds/${build.id}/notes`, {
        id: crypto.randomUUID(),
        stage,
        text: text.trim(),
        person,
      });
      client.setQueryData(keys.notes(build.id), all);
      setText('');
      setError(null);
    } catch (failure) {
      toast.error((failure as Error).message);
    }
  };
  return (
    <PanelSection heading="Notes" tight>
      {here.length === 0 && <p className="text-soft">None for this stage.</p>}
      <ul className="space-y-2">
        {here.map(({ id, at, person: who, body }) => (
          <li key={id}>
            <p>{body.text}</p>
            <p className="text-small text-soft">
              {who && `${who}, `}
              {format(new Date(at), 'd MMM yyyy')}
            </p>
          </li>
        ))}
      </ul>
      <form
        className="mt-2 space-y-2"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <TextField label="Add a note" value={text} error={error} onChange={(e) => setText(e.target.value)} />
        <Button type="submit">Keep the note</Button>
      </form>
    </PanelSection>
  );
}
