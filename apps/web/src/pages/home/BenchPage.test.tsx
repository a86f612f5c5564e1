import { defaultHoles, defaultOutline } from '@nimble/core/outline';
import { METRIC } from '@nimble/core/units';
import { NO_BUILD_CHOICES, woodOfSpecies } from '@nimble/core/project';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import type { BuildSummary } from '../../api/types';
import { ShortcutsProvider } from '../../ui/shortcuts';
import { BenchPage } from './BenchPage';

const build = (change: Partial<BuildSummary>): BuildSummary => ({
  id: 'b',
  number: 42,
  name: 'Dunlin',
  family: 'nylon-string',
  construction: 'flat',
  plate: 'top',
  leftHanded: false,
  scaleLength: 0.65,
  wood: woodOfSpecies('redwood'),
  outline: defaultOutline('nylon-string'),
  holes: defaultHoles('nylon-string'),
  units: METRIC,
  tool: { kind: 'plane', depthPerPass: 5e-5 },
  stage: 'thickness',
  stagesDone: [],
  waitsFor: null,
  demo: false,
  revision: 1,
  archivedAt: null,
  choices: NO_BUILD_CHOICES,
  createdAt: new Date().toISOString(),
  updatedAt: new Date().toISOString(),
  newestSurvey: null,
  newestRound: null,
  ...change,
});

function show(builds: BuildSummary[] | Error) {
  window.fetch = jest.fn((url: string) => {
    if (builds instanceof Error) return Promise.reject(builds);
    const body = url.includes('/workshop') ? { name: 'Larkspur Bench', demo: true, people: [] } : builds;
    return Promise.resolve({ ok: true, headers: new Headers(), json: () => Promise.resolve(body) });
  }) as unknown as typeof fetch;
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  render(
    <QueryClientProvider client={client}>
      <ShortcutsProvider>
        <MemoryRouter>
          <BenchPage />
        </MemoryRouter>
      </ShortcutsProvider>
    </QueryClientProvider>,
  );
}

describe('the bench', () => {
  it('leads an empty bench to its first build', async () => {
    show([]);
    expect(await screen.findByText('Lay down the first build')).toHaveAttribute('href', '/new');
  });
  it('shows each build with stage, verdict, last reading and what it waits for, newest number first', async () => {
    const past = new Date(Date.now() - 86_400_000).toISOString();
    show([
      build({ id: 'a', number: 41, name: 'Sandpiper', stage: 'voice', waitsFor: { what: 'fresh ears', until: past } }),
      build({
        newestSurvey: {
          buildId: 'b',
          number: 3,
          at: past,
          mean: 2.48e-3,
          headline: 'Go on: five more passes',
          verdict: 'go-on',
          passesSince: 0,
        },
      }),
    ]);
    expect(await screen.findByText('Go on: five more passes')).toBeInTheDocument();
    const items = screen.getAllByRole('listitem').map((item) => item.textContent);
    expect(items[0]).toMatch(/42Dunlin.*Thickness.*2\.48 mm mean, read 1 day ago/);
    expect(items[1]).toMatch(/41Sandpiper.*Voice.*No thickness read.*Due: waited for fresh ears/);
  });
  it('says of a braced top how far its voicing is, not how thin it was planed', async () => {
    const at = new Date(Date.now() - 7_200_000).toISOString();
    const survey = {
      buildId: 'b',
      number: 3,
      at,
      mean: 2.48e-3,
      headline: 'Go on: five more passes',
      verdict: 'go-on',
      passesSince: 0,
    };
    const voiced = (id: string, number: number, stage: BuildSummary['stage'], shaved: boolean) =>
      build({ id, number, stage, newestSurvey: survey, newestRound: { buildId: 'b', number: 2, at, shaved } });
    show([
      voiced('a', 41, 'voice', false),
      voiced('b', 42, 'voice', true),
      voiced('c', 38, 'close', false),
      voiced('d', 37, 'thickness', false),
    ]);
    expect(await screen.findByText('In round 2 of its voicing')).toBeVisible();
    const of = (number: number) =>
      screen.getAllByRole('listitem').find((item) => item.textContent.startsWith(`${number}`))!.textContent;
    expect(of(41)).toMatch(/read about 2 hours ago/);
    expect(of(42)).toMatch(/Round 2 is shaved: measure again/);
    expect(of(38)).toMatch(/Voiced in 2 rounds/);
    expect(of(38)).not.toMatch(/five more passes/);
    expect(of(37)).toMatch(/five more passes/);
  });
  it('says that the server can’t be reached, and tries again when asked', async () => {
    show(new TypeError('network'));
    expect(await screen.findByRole('alert')).toHaveTextContent('The server can’t be reached.');
    fireEvent.click(screen.getByText('Try again'));
    expect((window.fetch as jest.Mock).mock.calls.length).toBeGreaterThan(1);
  });
});
