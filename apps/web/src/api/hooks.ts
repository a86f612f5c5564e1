import type { PassTool, Taken } from '@nimble/core/verdict';
import type { TargetSpec } from '@nimble/core/graduation';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { outbox, useOutbox, useOverlay } from './bench-outbox';
import { get } from './client';
import { keys } from './keys';
import { blankSurvey, withPendingPasses, withPendingReadings, withPendingSurveys } from './pending';
import type { Write } from './write';
import type { Build, Survey, SurveyReading } from './types';

export const useWorkshop = () => useQuery({ queryKey: keys.workshop, queryFn: () => get('/workshop') });

export const useBuilds = (archived = false) =>
  useQuery({ queryKey: keys.buildList(archived), queryFn: () => get('/builds', { archived }) });

export const useBuild = (id: string) =>
  useQuery({ queryKey: keys.build(id), queryFn: () => get('/builds/{id}', { id }), enabled: id !== '' });

export const useTarget = (id: string) =>
  useQuery({ queryKey: keys.target(id), queryFn: () => get('/builds/{id}/target', { id }) });

/** Passes of a build, those that still wait to be sent included. */
export function usePasses(buildId: string) {
  const writes = useOverlay();
  const query = useQuery({
    queryKey: keys.passes(buildId),
    queryFn: () => get('/builds/{id}/passes', { id: buildId }),
  });
  const data = useMemo(
    () => query.data && withPendingPasses(query.data, writes, buildId),
    [query.data, writes, buildId],
  );
  return { ...query, data };
}

export const useLedger = (id: string) =>
  useQuery({ queryKey: keys.ledger(id), queryFn: () => get('/builds/{id}/ledger', { id }) });

export const useNotes = (id: string) =>
  useQuery({ queryKey: keys.notes(id), queryFn: () => get('/builds/{id}/notes', { id }) });

export const useTemplates = () => useQuery({ queryKey: keys.templates, queryFn: () => get('/target-templates') });

/** Surveys of a build, those that still wait to be sent included. */
export function useSurveys(buildId: string) {
  const writes = useOverlay();
  const query = useQuery({
    queryKey: keys.surveys(buildId),
    queryFn: () => get('/builds/{id}/surveys', { id: buildId }),
  });
  const data = useMemo(
    () => query.data && withPendingSurveys(query.data, writes, buildId),
    [query.data, writes, buildId],
  );
  return { ...query, data };
}

/**
 * A survey with all its readings, those that still wait to be sent included. One that was just begun here is not asked
 * for yet.
 */
export function useSurvey(buildId: string, surveyId: string | null) {
  const writes = useOverlay();
  const { writes: waiting } = useOutbox();
  const isNew = waiting.some((w) => isStart(w, buildId, surveyId));
  const query = useQuery({
    queryKey: keys.survey(buildId, surveyId ?? 'none'),
    queryFn: () => get('/surveys/{id}', { id: surveyId! }),
    enabled: surveyId !== null && !isNew,
  });
  const data = useMemo(() => {
    const isOurs = (w: Write) => isStart(w, buildId, surveyId) || w.path.startsWith(`/surveys/${surveyId}/`);
    const blank =
      writes.some(isOurs) && surveyId !== null
        ? { ...blankSurvey(buildId, 0, { id: surveyId }), readings: [], expected: null, standing: null }
        : null;
    const known = query.data ?? blank;
    return known ? withPendingReadings(known, writes) : undefined;
  }, [query.data, writes, surveyId, buildId]);
  return { ...query, data };
}

const isStart = ({ path, body }: Write, buildId: string, surveyId: string | null) =>
  path === `/builds/${buildId}/surveys` && (body as { id: string }).id === surveyId;

/** Writes of the thickness stage: shown at once, sent when the server can be reached. */
export function useSurveyWrites(buildId: string) {
  const client = useQueryClient();
  return useMemo(() => {
    const queue = (method: 'POST' | 'PUT' | 'PATCH', path: string, body: unknown, label: string) =>
      outbox.add({ id: crypto.randomUUID(), method, path, body, buildId, label });
    return {
      startSurvey: (conditions: Partial<Survey>): string => {
        const id = crypto.randomUUID();
        queue('POST', `/builds/${buildId}/surveys`, { ...conditions, id }, 'the new survey');
        return id;
      },
      addReadings: (surveyId: string, readings: SurveyReading[]): void => {
        queue('POST', `/surveys/${surveyId}/readings`, { readings }, `the reading at ${readings[0]?.station}`);
      },
      changeSurvey: (surveyId: string, change: Partial<Survey> & { finished?: boolean }): void => {
        queue('PATCH', `/surveys/${surveyId}`, change, 'the change of the survey');
      },
      takePass: (
        surveyId: string,
        pass: { person: string; tool: PassTool; taken: Taken; supersedes?: string },
      ): string => {
        const id = crypto.randomUUID();
        queue('POST', `/surveys/${surveyId}/passes`, { ...pass, id, at: new Date().toISOString() }, 'the pass');
        return id;
      },
      retractPass: (passId: string, retracted: boolean): void => {
        queue('POST', `/passes/${passId}/retract`, { retracted }, 'the pass taken back');
      },
      retractSurvey: (surveyId: string, retracted: boolean): void => {
        queue('POST', `/surveys/${surveyId}/retract`, { retracted }, 'the survey taken back');
      },
      setTarget: (body: TargetSpec, person: string): void => {
        client.setQueryData(keys.target(buildId), body);
        queue('PUT', `/builds/${buildId}/target`, { id: crypto.randomUUID(), person, body }, 'the target');
      },
      changeBuild: (change: Partial<Build>): void => {
        client.setQueryData<Build>(keys.build(buildId), (build) => build && { ...build, ...change });
        const path = `/builds/${buildId}`;
        const label = 'the change of the build';
        outbox.addUpon({ id: crypto.randomUUID(), method: 'PATCH', path, body: change, buildId, label });
      },
    };
  }, [buildId, client]);
}
