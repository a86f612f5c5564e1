/** What the bench shows: the server's records with the writes that still wait laid over them. */
import type { Write } from './outbox';
import type { PassView, Survey, SurveyReading, SurveyWithReadings } from './types';

/** Surveys of a build with those that were started here but have not reached the server. */
export function withPendingSurveys(surveys: readonly Survey[], writes: readonly Write[], buildId: string): Survey[] {
  const started = writes
    .filter((w) => w.path === `/builds/${buildId}/surveys`)
    .map((w) => w.body as Partial<Survey> & { id: string });
  const known = new Set(surveys.map((survey) => survey.id));
  const fresh = started.filter(({ id }) => !known.has(id));
  const numbered = fresh.map((body, i) => blankSurvey(buildId, (surveys.at(-1)?.number ?? 0) + 1 + i, body));
  const back = new Set(
    writes.flatMap(({ path, body }) => {
      const id = /^\/surveys\/([^/]+)\/retract$/.exec(path)?.[1];
      return id && (body as { retracted: boolean }).retracted ? [id] : [];
    }),
  );
  return [...surveys, ...numbered]
    .filter(({ id }) => !back.has(id))
    .map((survey) => withPendingConditions(survey, writes));
}

/** One survey with the readings and conditions that wait. Readings the server has already are not doubled. */
export function withPendingReadings(survey: SurveyWithReadings, writes: readonly Write[]): SurveyWithReadings {
  const known = new Set(survey.readings.map((reading) => reading.id));
  const waiting = writes
    .filter((w) => w.path === `/surveys/${survey.id}/readings`)
    .flatMap((w) => (w.body as { readings: SurveyReading[] }).readings)
    .filter(({ id }) => !known.has(id));
  return { ...withPendingConditions(survey, writes), readings: [...survey.readings, ...waiting] };
}

function withPendingConditions<S extends Survey>(survey: S, writes: readonly Write[]): S {
  const changes = writes.filter((w) => w.method === 'PATCH' && w.path === `/surveys/${survey.id}`);
  return changes.reduce((changed, w) => ({ ...changed, ...(w.body as Partial<S>) }), survey);
}

export function blankSurvey(buildId: string, number: number, body: Partial<Survey> & { id: string }): Survey {
  return {
    buildId,
    number,
    kind: 'full',
    person: '',
    startedAt: new Date().toISOString(),
    finishedAt: null,
    relativeHumidity: null,
    temperatureC: null,
    mass: null,
    typed: {},
    note: '',
    assessment: null,
    assessed: true,
    ...body,
  };
}

/**
 * Passes that were taken or taken back here and have not reached the server. Their forecast is the server's to make.
 */
export function withPendingPasses(passes: readonly PassView[], writes: readonly Write[], buildId: string): PassView[] {
  const own = writes.filter((write) => write.buildId === buildId);
  const known = new Set(passes.map(({ id }) => id));
  const taken = own.flatMap(({ path, body }) => {
    const surveyId = /^\/surveys\/([^/]+)\/passes$/.exec(path)?.[1];
    const pass = body as Pick<PassView, 'id' | 'at' | 'person' | 'tool' | 'taken'> & { supersedes?: string };
    return surveyId && !known.has(pass.id)
      ? [{ ...pass, surveyId, supersedes: pass.supersedes ?? null, ...NO_FORECAST }]
      : [];
  });
  const replaced = new Set(taken.map(({ supersedes }) => supersedes));
  const turned = new Map(
    own.flatMap(({ path, body }): [string, boolean][] => {
      const id = /^\/passes\/([^/]+)\/retract$/.exec(path)?.[1];
      return id ? [[id, (body as { retracted: boolean }).retracted]] : [];
    }),
  );
  return [...passes, ...taken].map((pass) => {
    const back = turned.get(pass.id);
    return { ...pass, stands: back === undefined ? pass.stands && !replaced.has(pass.id) : !back };
  });
}

const NO_FORECAST = { planned: [], forecast: null, stands: true };
