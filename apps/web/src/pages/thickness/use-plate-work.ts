/**
 * What a maker does to the plate on this page, each with its way back: begin a survey, take wood off, look, take back.
 */
import { takenWords, type PassTool, type Taken } from '@nimble/core/verdict';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { usePasses, type useSurveyWrites } from '../../api/hooks';
import type { Build, PassView, Survey } from '../../api/types';
import { usePreferences } from '../../ui/preferences';
import type { usePageParams } from './use-page-params';

interface Context {
  build: Build;
  newest: Survey | null;
  survey: Survey | null;
  writes: ReturnType<typeof useSurveyWrites>;
  page: ReturnType<typeof usePageParams>;
}

export function usePlateWork({ build, newest, survey, writes, page }: Context) {
  const navigate = useNavigate();
  const { person } = usePreferences();
  const passes = usePasses(build.id);
  const since = (passes.data ?? []).filter(({ stands, surveyId }) => stands && surveyId === newest?.id);

  const startSurvey = (kind: Survey['kind'] = 'full') => {
    const { relativeHumidity = null, temperatureC = null } = newest ?? {};
    writes.startSurvey({ kind, person, relativeHumidity, temperatureC, startedAt: new Date().toISOString() });
    page.set({ survey: null, against: null, slip: 'read' });
  };
  const retractPass = (pass: Pick<PassView, 'id'>) => {
    writes.retractPass(pass.id, true);
    toast('Taken back: the pass', {
      action: { label: 'Count it again', onClick: () => writes.retractPass(pass.id, false) },
    });
  };
  const take = (tool: PassTool, taken: Taken) => {
    if (!survey) return;
    const id = writes.takePass(survey.id, { person, tool, taken });
    toast(`Taken off: ${takenWords({ tool, taken }, build.units)}`, {
      duration: 10_000,
      action: { label: 'Undo', onClick: () => retractPass({ id }) },
    });
  };
  const correct = (pass: PassView, tool: PassTool, taken: Taken) => {
    writes.takePass(pass.surveyId, { person, tool, taken, supersedes: pass.id });
    toast(`Mended: ${takenWords({ tool, taken }, build.units)}`);
  };
  const retractSurvey = () => {
    if (!survey) return;
    const { id, number } = survey;
    writes.retractSurvey(id, true);
    page.set({ survey: null, against: null });
    toast(`Survey ${number} is taken back; the plate is as the one before left it`, {
      duration: 15_000,
      action: { label: 'Give it back', onClick: () => writes.retractSurvey(id, false) },
    });
  };
  const done = () => {
    const stagesDone = [...new Set([...build.stagesDone, 'thickness' as const])];
    writes.changeBuild({ stagesDone, ...(build.stage === 'thickness' && { stage: 'layout' }) });
    void navigate(`/builds/${build.id}/layout`);
  };
  return { passes: passes.data ?? [], since, startSurvey, take, correct, retractPass, retractSurvey, done };
}
