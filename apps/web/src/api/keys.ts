/** Query keys, general to particular, so that a write invalidates by prefix. */
export const keys = {
  workshop: ['workshop'] as const,
  builds: ['builds'] as const,
  buildList: (archived: boolean) => ['builds', 'list', archived] as const,
  build: (id: string) => ['builds', id] as const,
  target: (id: string) => ['builds', id, 'target'] as const,
  surveys: (id: string) => ['builds', id, 'surveys'] as const,
  survey: (buildId: string, surveyId: string) => ['builds', buildId, 'surveys', surveyId] as const,
  forecasts: (id: string) => ['builds', id, 'forecasts'] as const,
  ledger: (id: string) => ['builds', id, 'ledger'] as const,
  notes: (id: string) => ['builds', id, 'notes'] as const,
  knocks: (id: string) => ['builds', id, 'knocks'] as const,
  templates: ['target-templates'] as const,
  checks: (id: string) => ['builds', id, 'checks'] as const,
  allChecks: ['checks'] as const,
  jigs: ['jigs'] as const,
  feel: ['feel'] as const,
};
