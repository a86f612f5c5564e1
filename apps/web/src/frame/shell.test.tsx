import { fireEvent, screen, waitFor } from '@testing-library/react';
import { StagePage } from '../pages/stage/StagePage';
import { aBuild, aSurvey, open, serve } from '../test/test-bench';
import { Timeline } from './Timeline';
import { StageBar } from './StageBar';

describe('the rule', () => {
  it('names every stage, which is open, which are done, and where the build stands', () => {
    serve({});
    open(<StageBar buildId="b" open="thickness" stands="layout" done={['wood', 'thickness']} />);
    const marks = screen.getAllByRole('link').map((link) => link.textContent);
    expect(marks).toEqual([
      'Wood (done)',
      'Thickness (done)',
      'Layout (the build stands here)',
      'Arch',
      'Glue-up',
      'Shape',
      'Voice',
      'Close',
    ]);
    expect(screen.getByText(/^Thickness/).closest('a')).toHaveAttribute('aria-current', 'page');
    expect(screen.getByText('Voice').closest('a')).toHaveAttribute('href', '/builds/b/voice');
  });
});

describe('the shavings', () => {
  it('says so when nothing was measured', () => {
    serve({});
    open(<Timeline items={[]} selected={null} onSelect={jest.fn()} empty="Nothing yet." />);
    expect(screen.getByText('Nothing yet.')).toBeInTheDocument();
  });
  it('shows surveys to touch, and what came off between them', () => {
    serve({});
    const onSelect = jest.fn();
    const items = [
      { kind: 'survey' as const, id: 's1', title: 'Survey 1', figure: '3.10 mm', at: '2026-11-02T10:00:00Z' },
      { kind: 'shaving' as const, id: 'x', title: 'Planed', figure: '−22 g', size: 0.6 },
      { kind: 'survey' as const, id: 's2', title: 'Survey 2', figure: '2.80 mm', at: '2026-11-04T10:00:00Z' },
    ];
    open(<Timeline items={items} selected="s2" onSelect={onSelect} empty="" />);
    expect(screen.getByText('−22 g')).toBeInTheDocument();
    expect(screen.getByRole('button', { pressed: true })).toHaveTextContent('Survey 2');
    fireEvent.click(screen.getByText('Survey 1'));
    expect(onSelect).toHaveBeenCalledWith('s1');
  });
});

describe('a stage’s journal', () => {
  const stage = (name: string, build = aBuild()) => {
    const asked = serve({
      'GET /builds/b': build,
      'GET /builds/b/surveys': [aSurvey()],
      'GET /builds/b/notes': [
        {
          id: 'n',
          kind: 'note',
          at: '2026-11-02T10:00:00Z',
          person: 'Wren Halloran',
          body: { stage: 'layout', text: 'Drawn twice' },
        },
      ],
      'POST /builds/b/notes': [],
      'PATCH /builds/b': build,
    });
    open(<StagePage />, { path: '/builds/:buildId/:stage', at: `/builds/b/${name}` });
    return asked;
  };
  const patched = (asked: ReturnType<typeof stage>) =>
    asked.filter(({ method }) => method === 'PATCH').map(({ body }) => body);

  it('shows only its own notes, and keeps a new one', async () => {
    const asked = stage('layout');
    expect(await screen.findByText('Drawn twice')).toBeInTheDocument();
    fireEvent.click(screen.getByText('Keep the note'));
    expect(await screen.findByText('Write something first')).toBeInTheDocument();
    fireEvent.change(screen.getByLabelText('Add a note'), { target: { value: ' Five fans ' } });
    fireEvent.click(screen.getByText('Keep the note'));
    await waitFor(() =>
      expect(asked.find(({ method }) => method === 'POST')!.body).toMatchObject({ stage: 'layout', text: 'Five fans' }),
    );
  });
  it('moves the build here, marks the stage done, and lets it wait', async () => {
    const asked = stage('arch');
    fireEvent.click(await screen.findByText('No. 7 stands here now'));
    expect(await screen.findByText('No. 7 stands here.')).toBeInTheDocument();
    fireEvent.click(screen.getByLabelText('This stage is done'));
    fireEvent.click(screen.getByText('fresh ears'));
    await waitFor(() => expect(patched(asked)).toHaveLength(3));
    expect(patched(asked)).toMatchObject([
      { stage: 'arch' },
      { stagesDone: ['arch'] },
      { waitsFor: { what: 'fresh ears' } },
    ]);
  });
  it('ends the waiting', async () => {
    const asked = stage('voice', aBuild({ waitsFor: { what: 'glue to cure', until: null } }));
    expect(await screen.findByText(/Waits for glue to cure/)).toBeInTheDocument();
    fireEvent.click(screen.getByText('Go on'));
    await waitFor(() => expect(patched(asked)).toEqual([{ waitsFor: null }]));
  });
  it('leads from the wood stage to the rack, or to the set that it was cut from', async () => {
    stage('wood');
    expect(await screen.findByText('Choose a set from the rack')).toHaveAttribute('href', '/rack');
  });
  it('leads an unknown stage to thickness', async () => {
    stage('varnish');
    expect(await screen.findByText('Bring the plate down to its graduation.')).toBeInTheDocument();
  });
});
