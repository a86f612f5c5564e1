import { storyPdf, voicingZip, type Story, type StoryPlate } from '@nimble/core/formats';
import type { TopPlan } from '@nimble/core/top';
import { useEffect, useMemo, useState } from 'react';
import { useLocation, useParams } from 'react-router';
import { toast } from 'sonner';
import { soundPath, type KnockView } from '../../api/knocks';
import { useKnocks, useTopAsGlued, useVoicedPlate, type VoicedPlate } from '../../api/voiced-plate';
import { fileName, saveFile } from '../../ui/save-file';
import { MM, PlateLines, polygonPath } from '../../plate';
import { Loading } from '../../ui/Loading';
import { usePreferences } from '../../ui/preferences';
import { Button } from '../../ui';
import { StageFrame } from '../../frame/StageFrame';
import { VoiceSwitch } from '../../frame/VoiceSwitch';
import { storyOf } from './story-of';

/** The whole voicing as one readable story, to read, print and take along. */
export function StoryPage() {
  const { buildId = '' } = useParams();
  const { queries, plate } = useVoicedPlate(buildId);
  if (!plate) return <Loading queries={queries} what="the story" />;
  return <StoryOfBuild {...plate} />;
}

function StoryOfBuild({ build, plan, readings, sounds, events }: VoicedPlate) {
  const knocks = useKnocks(sounds);
  const choice = usePreferences();
  const { hash } = useLocation();
  const { top } = useTopAsGlued({ build, plan, readings });
  const story = useMemo(() => storyOf({ build, top, events, knocks, choice }), [build, top, events, knocks, choice]);
  useEffect(() => {
    if (hash) document.getElementById(hash.slice(1))?.scrollIntoView({ block: 'start' });
  }, [hash]);
  return (
    <StageFrame build={build} stage="voice" slip={<TakeAlong {...{ build, plan, top, story, knocks, events }} />}>
      <div className="flex items-center px-4 pt-1 lg:px-6">
        <VoiceSwitch buildId={build.id} open="story" />
      </div>
      <article tabIndex={0} className="min-h-0 flex-1 overflow-y-auto px-4 pb-6 lg:px-6 print:overflow-visible">
        <h2 className="text-head font-bold">{story.title}</h2>
        <p className="text-soft">{story.subtitle}</p>
        {story.sections.length === 0 && (
          <p className="pt-4">Nothing has happened yet. Begin with the goal and the first readings under Rounds.</p>
        )}
        {story.sections.map(({ id, title, when, paragraphs, table, plate }) => (
          <section
            key={id}
            id={id}
            aria-label={title}
            className="mt-4 break-inside-avoid border-t border-line pt-3 md:grid md:grid-cols-[minmax(0,1fr)_250px] md:gap-5"
          >
            <div>
              <h3 className="text-lead font-bold">
                {title} <span className="text-note font-normal text-soft">{when}</span>
              </h3>
              {paragraphs.map((words, i) => (
                <p key={i} className="mt-1">
                  {words}
                </p>
              ))}
              {table && (
                <table className="mt-2 w-full text-note">
                  <thead>
                    <tr className="text-left text-soft">
                      {table.head.map((cell) => (
                        <th key={cell} className="font-normal">
                          {cell}
                        </th>
                      ))}
                    </tr>
                  </thead>
                  <tbody>
                    {table.rows.map((cells, r) => (
                      <tr key={r} className="border-t border-grain">
                        {cells.map((cell, c) => (
                          <td key={c} className={`py-1 pr-2 ${c > 0 ? 'figures' : ''}`}>
                            {cell}
                          </td>
                        ))}
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
            </div>
            {plate && <SmallPlate plate={plate} />}
          </section>
        ))}
      </article>
    </StageFrame>
  );
}

/** The plate as it was, with what came off in ember. */
function SmallPlate({ plate: { outline, holes, braces, cuts } }: { plate: StoryPlate }) {
  const xs = outline.map(([x]) => x * MM);
  const ys = outline.map(([, y]) => y * MM);
  const [x, y] = [Math.min(...xs) - 6, Math.min(...ys) - 6];
  const stroke = { vectorEffect: 'non-scaling-stroke' } as const;
  return (
    <svg
      viewBox={`${x} ${y} ${Math.max(...xs) - x + 6} ${Math.max(...ys) - y + 6}`}
      className="mt-2 w-full max-w-[250px]"
      role="img"
      aria-label={
        cuts.length > 0 ? `The plate with ${cuts.length} places that were shaved` : 'The plate; nothing was shaved'
      }
    >
      <path d={polygonPath(outline)} fill="var(--wood)" stroke="var(--ink)" strokeWidth="1.2" {...stroke} />
      {holes.map((hole, i) => (
        <path key={i} d={polygonPath(hole)} fill="var(--paper)" stroke="var(--ink)" strokeWidth="1" {...stroke} />
      ))}
      <PlateLines lines={braces} stroke="var(--line)" strokeWidth="3.5" {...stroke} />
      <PlateLines lines={cuts} stroke="var(--ember)" strokeWidth="5" {...stroke} />
    </svg>
  );
}

type TakeProps = Pick<VoicedPlate, 'build' | 'plan' | 'events'> & {
  knocks: readonly KnockView[];
  top: TopPlan;
  story: Story;
};

/** Print, a PDF, and everything in open files. */
function TakeAlong({ build, plan, story, knocks, events }: TakeProps) {
  const [working, setWorking] = useState<string | null>(null);
  const attempt = async (what: string, run: () => Promise<void>) => {
    setWorking(what);
    try {
      await run();
    } catch (failure) {
      toast.error(`${what} could not be made: ${failure instanceof Error ? failure.message : String(failure)}`);
    } finally {
      setWorking(null);
    }
  };
  const named = (ending: string) => `${fileName('no', `${build.number}`, build.name, 'voicing')}.${ending}`;
  const standing = knocks.filter(({ retracted, waiting }) => !retracted && !waiting);
  const bundle = async () => {
    const sounds = [];
    for (const knock of standing) {
      const response = await fetch(soundPath(knock.id));
      if (!response.ok) throw new Error('a sound is not there');
      sounds.push({
        name: fileName(`round ${knock.round}`, knock.about, knock.place.name ?? ''),
        bytes: new Uint8Array(await response.arrayBuffer()),
      });
      setWorking(`The bundle: ${sounds.length} of ${standing.length} sounds`);
    }
    const record = { format: 'nimble-spruce-voicing', version: 1, units: 'SI', build, plan, events, knocks: standing };
    saveFile(
      named('zip'),
      'application/zip',
      voicingZip({ record, events, story, sounds, pdf: await storyPdf(story, 'A4') }),
    );
  };
  return (
    <div className="no-print space-y-3 pt-2">
      <h2 className="text-head font-bold">Take it along</h2>
      <p>The story on paper, or all of it in open files that any program reads.</p>
      <Button className="w-full" onClick={() => window.print()}>
        Print
      </Button>
      <Button
        className="w-full"
        disabled={working !== null}
        onClick={() =>
          void attempt('The PDF', async () =>
            saveFile(
              named('pdf'),
              'application/pdf',
              await storyPdf(story, build.units.length === 'mm' ? 'A4' : 'Letter'),
            ),
          )
        }
      >
        PDF
      </Button>
      <Button className="w-full" disabled={working !== null} onClick={() => void attempt('The bundle', bundle)}>
        Everything, as a zip
      </Button>
      <p className="text-note text-soft">
        In the zip: the record as JSON, readings as CSV, {standing.length} knocks as WAV, the story as text and PDF.
      </p>
      {working && (
        <p role="status" className="text-soft">
          {working} …
        </p>
      )}
    </div>
  );
}
