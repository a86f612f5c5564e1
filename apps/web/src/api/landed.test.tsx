import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { serve } from '../test/test-bench';
import { openOutbox, outbox } from './bench-outbox';
import { useSurvey, useSurveys, useSurveyWrites } from './hooks';
import { blankSurvey } from './pending';
import type { SurveyReading } from './types';

const reading = {
  id: 'r',
  station: 'A1',
  x: 0.1,
  y: 0,
  thickness: 0.003,
  supersedes: null,
} as unknown as SurveyReading;

describe('what the server has taken and not yet shown again', () => {
  it('stays on the page: a survey that was begun, and its first reading', async () => {
    const client = new QueryClient();
    openOutbox(client);
    let show = (_surveys: unknown[]): void => undefined;
    let surveys: unknown = [];
    const answers: Record<string, unknown> = {
      get 'GET /builds/b/surveys'() {
        return surveys;
      },
    };
    const asked = serve(answers);
    const wrapper = ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    );
    const page = renderHook(
      () => {
        const all = useSurveys('b').data;
        const survey = useSurvey('b', all?.at(-1)?.id ?? null).data;
        return { all, readings: survey?.readings, writes: useSurveyWrites('b') };
      },
      { wrapper },
    );
    await waitFor(() => expect(page.result.current.all).toEqual([]));
    surveys = new Promise((answer) => (show = answer));
    const posts = () => asked.filter(({ method }) => method === 'POST').length;
    const isSent = (count: number) =>
      waitFor(() => expect([posts(), outbox.snapshot().writes.length]).toEqual([count, 0]));

    let id = '';
    act(() => void (id = page.result.current.writes.startSurvey({})));
    answers[`GET /surveys/${id}`] = new Promise(() => undefined);
    await isSent(1);
    expect(page.result.current.all).toMatchObject([{ id }]);
    act(() => page.result.current.writes.addReadings(id, [reading]));
    await isSent(2);
    expect(page.result.current.readings).toMatchObject([{ id: 'r' }]);

    const theirs = blankSurvey('b', 1, { id, person: 'of the server' });
    act(() => show([theirs]));
    await waitFor(() => expect(page.result.current.all).toEqual([theirs]));
  });
});
