import { choose } from '../../test/choose';
import type { TargetSpec } from '@nimble/core/graduation';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { aBuild, aTarget, open, serve } from '../../test/test-bench';
import { TargetSlip } from './TargetSlip';
import { useTargetDraft } from './use-target-draft';

const build = aBuild();

function Harness({ stored }: { stored: TargetSpec[] }) {
  const [kept, setKept] = useState<TargetSpec>(aTarget());
  const draft = useTargetDraft(kept, (target) => {
    stored.push(target);
    setKept(target);
  });
  const [point, setPoint] = useState<number | null>(null);
  return (
    <TargetSlip
      build={build}
      target={draft.target}
      onDraft={draft.show}
      onKeep={draft.keep}
      onUndo={draft.undo}
      selectedPoint={point}
      onSelectPoint={setPoint}
    />
  );
}

describe('the target', () => {
  let stored: TargetSpec[];
  beforeEach(() => {
    stored = [];
    serve({
      'GET /target-templates': [{ id: 't', name: 'Ridge', body: { ...aTarget(), tolerance: 9e-5 } }],
      'POST /target-templates': [],
    });
    open(<Harness stored={stored} />);
  });
  const type = (label: string, text: string, leave = true) => {
    choose(screen.getByLabelText(label), text);
    if (leave) fireEvent.blur(screen.getByLabelText(label));
  };
  const grade = (kind: string) => choose(screen.getByLabelText('Graduation'), kind);

  it('is kept once, when its field is left', () => {
    type('Everywhere', '2.6', false);
    expect(stored).toEqual([]);
    fireEvent.blur(screen.getByLabelText('Everywhere'));
    expect(stored.map(({ base }) => base)).toEqual([{ kind: 'even', thickness: expect.closeTo(2.6e-3, 9) }]);
  });
  it('steps by a twentieth of a millimetre, and every change can be undone', () => {
    fireEvent.click(screen.getByText('− 0.05'));
    fireEvent.click(screen.getByText('− 0.05'));
    expect(screen.getByLabelText('Everywhere')).toHaveValue('2.65');
    fireEvent.click(screen.getByText('Undo the last change'));
    fireEvent.click(screen.getByText('Undo the last change'));
    expect(screen.getByLabelText('Everywhere')).toHaveValue('2.75');
    expect(screen.queryByText('Undo the last change')).toBeNull();
  });
  it('grades from treble to bass, and refuses an edge below the limit at that field', () => {
    grade('graded');
    type('Bass edge', '2.5');
    expect(stored.at(-1)!.base).toMatchObject({
      kind: 'graded',
      treble: expect.closeTo(2.75e-3, 9),
      bass: expect.closeTo(2.5e-3, 9),
    });
    const before = stored.length;
    type('Bass edge', '2.1');
    expect(
      screen.getByText('Lies above the thinnest place of the target: lower the limit or thicken the target'),
    ).toBeInTheDocument();
    expect(stored).toHaveLength(before);
  });
  it('thins the rim by its own width and amount', () => {
    fireEvent.click(screen.getByLabelText('Thinner rim'));
    type('Width', '1 in');
    type('Thinner by', '0.3');
    expect(stored.at(-1)!.rim).toEqual({ width: expect.closeTo(0.0254, 9), thinnerBy: expect.closeTo(3e-4, 9) });
  });
  it('uses a saved target, and wants a name for a new one', async () => {
    fireEvent.click(screen.getByText('Saved targets'));
    fireEvent.click(await screen.findByText('Ridge'));
    expect(stored.at(-1)!.tolerance).toBe(9e-5);
    fireEvent.click(screen.getByText('Save'));
    expect(await screen.findByText('Type a name for it')).toBeInTheDocument();
    choose(screen.getByLabelText('Save this one as'), 'Mine');
    fireEvent.click(screen.getByText('Save'));
    await waitFor(() => expect(screen.getByLabelText('Save this one as')).toHaveValue(''));
  });
});
