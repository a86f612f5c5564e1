import type { Stage } from '@nimble/core/project';
import { useMemo, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { usePasses, useSurveys, useSurveyWrites } from '../api/hooks';
import { isKnock, useSounds } from '../api/knocks';
import type { Build } from '../api/types';
import { useVoicingEvents } from '../api/voicing';
import { Timeline } from './Timeline';
import { BuildShell } from './Shell';
import { ribbonItems } from './timeline-of-surveys';
import { roundItems } from './timeline-of-rounds';

interface Props {
  build: Build;
  stage: Stage;
  slip: ReactNode;
  /** The plate and what lies on it. */
  children: ReactNode;
}

/**
 * A stage beside thickness: the build's frame, with the ribbon leading back to the surveys and the rounds as they were.
 */
export function StageFrame({ build, stage, slip, children }: Props) {
  const surveys = useSurveys(build.id);
  const passes = usePasses(build.id);
  const writes = useSurveyWrites(build.id);
  const navigate = useNavigate();
  const events = useVoicingEvents(build.id).data;
  const sounds = useSounds(build.id).data;
  const rounds = useMemo(
    () => roundItems(events ?? [], (sounds ?? []).filter(isKnock), build.units),
    [events, sounds, build.units],
  );
  /** A round is told in the story, a survey is seen on the plate. */
  const open = (id: string) =>
    void navigate(`/builds/${build.id}/${id.startsWith('round-') ? `story#${id}` : `thickness?survey=${id}`}`);
  return (
    <BuildShell
      build={build}
      stage={stage}
      onUnits={(units) => writes.changeBuild({ units })}
      ribbon={
        <Timeline
          items={[...ribbonItems(surveys.data ?? [], passes.data ?? [], build.units), ...rounds]}
          selected={null}
          onSelect={open}
          empty={surveys.data ? 'Nothing measured yet.' : 'Fetching what was measured …'}
        />
      }
      slip={slip}
    >
      {children}
    </BuildShell>
  );
}
