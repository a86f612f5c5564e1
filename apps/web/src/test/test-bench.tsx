/**
 * What component tests stand on: a server of canned answers that remembers what it was asked, and the page's providers.
 */
import { bridgeAt, drawPattern, emptyPlan, usualSettings, type BracingPlan } from '@nimble/core/bracing';
import { defaultHoles, defaultOutline, plateShape } from '@nimble/core/outline';
import { defaultTarget, NEW_SHOP } from '@nimble/core/graduation';
import { GENERIC_GLUES } from '@nimble/core/glue';
import { layStations, type StationReading } from '@nimble/core/survey';
import { METRIC } from '@nimble/core/units';
import { NO_BUILD_CHOICES, woodOfSpecies } from '@nimble/core/project';
import { setProperties } from '@nimble/core/wood';
import type { SurveyFacts } from '@nimble/core/verdict';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter, Route, Routes } from 'react-router';
import { outbox } from '../api/bench-outbox';
import type { Build, Survey } from '../api/types';
import type { WoodPiece, WoodSet } from '../api/wood';
import { ShortcutsProvider } from '../ui/shortcuts';

export interface Asked {
  method: string;
  path: string;
  body: unknown;
}

/** A problem+json refusal for a canned answer. */
export class Refusal {
  constructor(
    readonly status: number,
    readonly errors: { field: string; message: string }[],
    readonly doubt?: object,
  ) {}
}

type Answers = Record<string, unknown>;

const WORKSHOP = { name: 'Larkspur Bench', demo: true, people: [], glues: GENERIC_GLUES, bands: [] };

const HEALTH = { status: 'ok', bench: '', demo: null };
const answerOf = (body: unknown, status = 200) => ({
  ok: status < 300,
  status,
  headers: new Headers(),
  json: () => Promise.resolve(body),
});

/** Answers by "METHOD /path"; a path that is not listed gets an empty list. */
export function serve(answers: Answers): Asked[] {
  const asked: Asked[] = [];
  window.fetch = jest.fn((url: string, init?: { method?: string; body?: string }) => {
    const path = url.replace('/api/v1', '').split('?')[0]!;
    const method = init?.method ?? 'GET';
    if (path === '/health') return Promise.resolve(answerOf(HEALTH));
    asked.push({ method, path, body: typeof init?.body === 'string' ? JSON.parse(init.body) : init?.body });
    const answer = answers[`${method} ${path}`] ?? (path === '/workshop' ? WORKSHOP : []);
    const refused = answer instanceof Refusal;
    const body = refused ? { title: 'Some fields can’t be right', errors: answer.errors, doubt: answer.doubt } : answer;
    return Promise.resolve(answerOf(body, refused ? answer.status : 200));
  }) as unknown as typeof fetch;
  window.matchMedia = jest.fn().mockReturnValue({ matches: false });
  return asked;
}

/** Renders a page at its address; what it writes is sent. */
export function open(page: ReactNode, { path = '/', at = path }: { path?: string; at?: string } = {}) {
  void outbox.lead();
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return render(
    <QueryClientProvider client={client}>
      <ShortcutsProvider>
        <MemoryRouter initialEntries={[at]}>
          <Routes>
            <Route path={path} element={page} />
            <Route path="*" element={<p>elsewhere</p>} />
          </Routes>
        </MemoryRouter>
      </ShortcutsProvider>
    </QueryClientProvider>,
  );
}

/** An X on the plate of `aBuild`. */
export function aPlan(): BracingPlan {
  const empty = emptyPlan('steel-string', 'flat');
  const shape = plateShape(outline, holes);
  const ground = {
    shape,
    hole: { x: 0.152, diameter: 0.098 },
    bridgeAt: bridgeAt(empty.bridge, 0.645),
    trebleSign: -1 as const,
  };
  return {
    ...empty,
    ...drawPattern(usualSettings('x'), ground),
    rodThroughHole: false,
    archRadius: 7.62,
    dishRadius: 7.62,
  };
}

/** Serves a build with a plan that remembers what is kept of it. */
export function servePlan(build: Build, kept: BracingPlan): Asked[] {
  let now: unknown = kept;
  const asked: Asked[] = serve({
    'GET /builds/b': build,
    get 'GET /builds/b/plan'() {
      return now;
    },
    get 'PUT /builds/b/plan'() {
      return (now = asked.at(-1)!.body);
    },
  });
  return asked;
}

/** The plan as it was sent last, once it was sent so often. */
export async function sentPlan(asked: Asked[], times = 1): Promise<BracingPlan> {
  const sent = () => asked.filter(({ method, path }) => method === 'PUT' && path === '/builds/b/plan');
  await waitFor(() => expect(sent()).toHaveLength(times));
  return sent().at(-1)!.body as BracingPlan;
}

/** Types into the field of that label, the one so far down, and leaves it. */
export function typeInto(label: string, value: string, which = 0): void {
  const field = screen.getAllByLabelText(label)[which]!;
  fireEvent.change(field, { target: { value } });
  fireEvent.blur(field);
}

const outline = defaultOutline('steel-string');
const holes = defaultHoles('steel-string');

export function aBuild(change: Partial<Build> = {}): Build {
  return {
    id: 'b',
    number: 7,
    name: 'Lapwing',
    family: 'steel-string',
    construction: 'flat',
    plate: 'top',
    leftHanded: false,
    scaleLength: 0.645,
    wood: woodOfSpecies('sitka-spruce'),
    outline,
    holes,
    stations: layStations(plateShape(outline, holes)),
    units: METRIC,
    tool: { kind: 'plane', depthPerPass: 5e-5 },
    stage: 'thickness',
    stagesDone: [],
    waitsFor: null,
    choices: NO_BUILD_CHOICES,
    demo: false,
    revision: 1,
    archivedAt: null,
    createdAt: '2026-11-01T10:00:00Z',
    updatedAt: '2026-11-02T10:00:00Z',
    ...change,
  };
}

export function aSurvey(change: Partial<Survey> = {}): Survey {
  return {
    id: 's1',
    buildId: 'b',
    number: 1,
    kind: 'full',
    person: 'Wren Halloran',
    startedAt: '2026-11-02T10:00:00Z',
    finishedAt: null,
    relativeHumidity: 0.45,
    temperatureC: 20,
    mass: null,
    typed: {},
    note: '',
    assessment: null,
    assessed: true,
    ...change,
  };
}

/** Of a half of `aSet`. */
export const SET_FACTS = {
  species: 'sitka-spruce',
  length: 0.55,
  width: 0.21,
  thickness: 3.6e-3,
  runout: 0.01,
  offQuarter: 0.05,
};

/** A half of `aSet`, not measured yet. */
export function aPiece(mark: WoodPiece['mark'], change: Partial<WoodPiece> = {}): WoodPiece {
  const { width, thickness } = SET_FACTS;
  return {
    mark,
    width,
    thickness,
    ownWidth: null,
    ownThickness: null,
    mass: null,
    home: null,
    properties: setProperties({ ...SET_FACTS, mass: null, findings: [] }),
    drying: { state: 'too-few', rate: 0, moisture: null },
    ...change,
  };
}

export function aSet(change: Partial<WoodSet> = {}): WoodSet {
  const facts = SET_FACTS;
  return {
    id: 'w',
    name: 'Sitka 3',
    use: 'top',
    cut: 'quartered',
    worked: 'split',
    grainLinesPerCm: 9,
    figure: '',
    colour: '',
    price: '',
    place: 'Shelf 1',
    note: '',
    rejected: null,
    demo: false,
    archivedAt: null,
    createdAt: '2026-11-01T10:00:00Z',
    updatedAt: '2026-11-02T10:00:00Z',
    risesBass: null,
    risesTreble: null,
    weighings: [],
    tests: [],
    photos: [],
    objections: [],
    brace: null,
    drying: { state: 'too-few', rate: 0, moisture: null },
    ...facts,
    pieces: [aPiece('A'), aPiece('B')],
    joinedWidth: 2 * facts.width,
    properties: setProperties({ ...facts, mass: null, findings: [] }),
    ...change,
  };
}

/** All that bears on the verdict of a survey of `aBuild`. */
export function surveyFacts(
  build: Build,
  readings: readonly StationReading[],
  change: Partial<SurveyFacts> = {},
): SurveyFacts {
  const { family, plate, construction, wood, scaleLength, units, tool, choices, stations } = build;
  return {
    build: { family, plate, construction, wood, scaleLength, units, tool, rules: choices.rules },
    readings,
    wanted: stations.length,
    target: aTarget(),
    mass: null,
    removalSpread: 0.2,
    checks: [],
    models: [],
    shop: NEW_SHOP,
    reach: null,
    expected: null,
    ...change,
  };
}

/** Every station of the build read alike. */
export const readEvenly = (build: Build, thickness: number | ((x: number) => number)): StationReading[] =>
  build.stations.map(({ name, x, y }) => ({
    station: name,
    x,
    y,
    thickness: typeof thickness === 'number' ? thickness : thickness(x),
    count: 1,
    spread: 0,
    kept: false,
  }));

export const aTarget = () => defaultTarget('steel-string', 'top');
