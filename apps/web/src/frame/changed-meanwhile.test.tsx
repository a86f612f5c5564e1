import { fireEvent, screen, waitFor } from '@testing-library/react';
import { useSurveyWrites } from '../api/hooks';
import { openOutbox } from '../api/bench-outbox';
import { QueryClient } from '@tanstack/react-query';
import { aBuild, open, Refusal, serve } from '../test/test-bench';
import { ChangedMeanwhile } from './ChangedMeanwhile';

function Page() {
  const { changeBuild } = useSurveyWrites('b');
  return (
    <>
      <button onClick={() => changeBuild({ name: 'Dipper' })}>rename</button>
      <ChangedMeanwhile />
    </>
  );
}

describe('a change that came too late', () => {
  beforeAll(() => openOutbox(new QueryClient()));

  it('is kept beside the other until the person says which holds, and can be turned after', async () => {
    const answers: Record<string, unknown> = {
      'GET /builds/b': aBuild({ name: 'Ouzel', revision: 2 }),
      'PATCH /builds/b': new Refusal(412, [{ field: 'name', message: 'was changed meanwhile' }]),
    };
    const asked = serve(answers);
    const sent = () => asked.filter(({ method }) => method === 'PATCH').map(({ body }) => body);
    open(<Page />);
    fireEvent.click(screen.getByText('rename'));
    expect(await screen.findByText('Mine: Name: Dipper. Theirs: Name: Ouzel')).toBeInTheDocument();
    expect(sent()).toEqual([{ name: 'Dipper' }]);
    answers['PATCH /builds/b'] = aBuild({ name: 'Dipper', revision: 3 });
    fireEvent.click(screen.getByText('Mine holds'));
    await waitFor(() => expect(sent()).toEqual([{ name: 'Dipper' }, { name: 'Dipper' }]));
    expect(screen.queryByText(/It was changed meanwhile/)).toBeNull();
  });
});
