import type { Stage } from '@nimble/core';
import { useState, type ReactNode } from 'react';
import { Navigate } from 'react-router';
import { useForecasts, useSurveys, useSurveyWrites } from '../api/hooks';
import type { Build } from '../api/types';
import { Ribbon } from '../shell/Ribbon';
import { BuildShell } from '../shell/Shell';
import { ribbonItems } from './thickness/view-model';

interface Props {
  build: Build;
  stage: Stage;
  slip: ReactNode;
  /** The plate and what lies on it. */
  children: ReactNode;
}

/** A stage beside thickness: the build's frame, with the ribbon leading back to the surveys. */
export function StageFrame({ build, stage, slip, children }: Props) {
  const surveys = useSurveys(build.id);
  const forecasts = useForecasts(build.id);
  const writes = useSurveyWrites(build.id);
  const [opened, setOpened] = useState<string | null>(null);
  if (opened) return <Navigate to={`/builds/${build.id}/thickness?survey=${opened}`} />;
  return (
    <BuildShell
      build={build}
      stage={stage}
      onUnits={(units) => writes.changeBuild({ units })}
      ribbon={
        <Ribbon
          items={ribbonItems(surveys.data ?? [], forecasts.data ?? [], build.units)}
          selected={null}
          onSelect={setOpened}
          empty="Nothing measured yet."
        />
      }
      slip={slip}
    >
      {children}
    </BuildShell>
  );
}
