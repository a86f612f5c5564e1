import { plateShape } from '@nimble/core/outline';
import { NO_BUILD_CHOICES } from '@nimble/core/project';
import type { LocalStroke } from '@nimble/core/wood';
import { fireEvent, screen, within } from '@testing-library/react';
import { choose } from '../../test/choose';
import { aBuild, aSet, open, serve } from '../../test/test-bench';
import { PlaningControl } from './PlaningControl';
import { otherWay, ownParts, usePlaning } from './use-planing';

const wood = { ...aBuild().wood, source: 'measured' as const, set: { id: 'w', name: 'Sitka 3' } };
/** Fibres rise toward the tail on the outer face of the bass half, at 1 in 28. */
const set = aSet({ risesBass: 'tail', risesTreble: 'neck', runout: 0.036 });
const here = { name: 'H4', x: 0.33, y: 0.1 };
const tear = {
  id: 't',
  station: 'H4',
  x: 0.33,
  y: 0.1,
  face: 'outer' as const,
  depth: 2e-4,
  thickness: 3e-3,
  at: '2026-11-02T10:00:00Z',
  gone: null,
};

/** What the control does with a build, and what the plate and a tear are told of it. */
function Bench({ strokes, onChoices }: { strokes: LocalStroke[]; onChoices: (choices: unknown) => void }) {
  const build = aBuild({ wood, choices: { ...NO_BUILD_CHOICES, strokes } });
  const planing = usePlaning(build, plateShape(build.outline, build.holes), 'outer');
  const way = otherWay(planing, tear, (found) => onChoices({ found }));
  return (
    <>
      <PlaningControl build={build} planing={planing} station={here} onFace={jest.fn()} onChoices={onChoices} />
      <button onClick={way?.take}>{way?.words ?? 'no other way'}</button>
      <output>{JSON.stringify(ownParts(planing))}</output>
    </>
  );
}
const show = async (strokes: LocalStroke[] = []) => {
  serve({ 'GET /wood-sets/w': set });
  const onChoices = jest.fn();
  open(<Bench strokes={strokes} onChoices={onChoices} />);
  const control = within(await screen.findByLabelText('Which way to plane'));
  await control.findByText('bass half toward the tail');
  return { control, onChoices };
};
const part = 'Lower bout, bass side';

describe('which way to plane, part by part', () => {
  it('takes a way of its own for the part that is touched', async () => {
    const { control, onChoices } = await show();
    choose(control.getByLabelText('Here, lower bout, bass side'), 'scrape');
    expect(onChoices).toHaveBeenCalledWith(
      expect.objectContaining({ strokes: [{ place: part, face: 'outer', stroke: 'scrape', x: 0.33, y: 0.1 }] }),
    );
  });
  it('names the parts that have one, and gives them back to their half', async () => {
    const found = [{ place: 'Waist, treble side', face: 'inner' as const, stroke: 'neck' as const, x: 0.2, y: -0.1 }];
    const { control, onChoices } = await show(found);
    // Found on the inner face: the other way on this one.
    expect(control.getByText('Waist, treble side: toward the tail')).toBeInTheDocument();
    expect(JSON.parse(screen.getByRole('status').textContent)).toMatchObject([{ stroke: 'tail', x: 0.2 }]);
    fireEvent.click(control.getByLabelText('Waist, treble side as its half'));
    expect(onChoices).toHaveBeenCalledWith(expect.objectContaining({ strokes: [] }));
  });
  it('offers the other way where it tore, once', async () => {
    const { onChoices } = await show();
    fireEvent.click(screen.getByText('Plane there toward the neck'));
    expect(onChoices).toHaveBeenCalledWith({
      found: [{ place: part, face: 'outer', stroke: 'neck', x: 0.33, y: 0.1 }],
    });
  });
  it('offers none where the part has a way of its own already', async () => {
    await show([{ place: part, face: 'outer', stroke: 'neck', x: 0.33, y: 0.1 }]);
    expect(screen.getByText('no other way')).toBeInTheDocument();
  });
});
