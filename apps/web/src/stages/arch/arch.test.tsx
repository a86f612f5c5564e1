import { bridgeAt, drawPattern, emptyPlan, plateShape, usualSettings, type BracingPlan } from '@nimble/core';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { aBuild, open, serve, type Asked } from '../../test-bench';
import { ArchPage } from './ArchPage';

jest.mock('idb-keyval', () => ({ get: () => Promise.resolve([]), set: () => Promise.resolve() }));

const build = aBuild();
const empty = emptyPlan('steel-string', 'flat');
const shape = plateShape(build.outline, build.holes);
const drawn = drawPattern(usualSettings('x'), {
  shape,
  hole: { x: 0.152, diameter: 0.098 },
  bridgeAt: bridgeAt(empty.bridge, 0.645),
  trebleSign: -1,
});
const plan: BracingPlan = { ...empty, ...drawn, archRadius: 7.62, dishRadius: 7.62 };

function show(query = ''): Asked[] {
  let now: unknown = plan;
  const asked: Asked[] = serve({
    'GET /builds/b': build,
    get 'GET /builds/b/plan'() {
      return now;
    },
    get 'PUT /builds/b/plan'() {
      return (now = asked.at(-1)!.body);
    },
  });
  open(<ArchPage />, { path: '/builds/:buildId/arch', at: `/builds/b/arch${query}` });
  return asked;
}
const sent = async (asked: Asked[]) => {
  await waitFor(() => expect(asked.some(({ method }) => method === 'PUT')).toBe(true));
  return asked.findLast(({ method }) => method === 'PUT')!.body as BracingPlan;
};
const type = (label: string, value: string) => {
  const field = screen.getByLabelText(label);
  fireEvent.change(field, { target: { value } });
  fireEvent.blur(field);
};

describe('the arch', () => {
  it('says the rise of the radius over the plate’s width, and that the plate fits its dish', async () => {
    show();
    const rise = (0.385 ** 2 / 8 / 7.62) * 1000; // 2.43 mm
    expect(await screen.findByLabelText('Rise over the span')).toHaveValue(rise.toFixed(2));
    expect(screen.getByText('fits')).toBeInTheDocument();
  });
  it('turns a rise into its radius, and refuses more than half a circle at the field', async () => {
    const asked = show();
    await screen.findByLabelText('Rise over the span');
    type('Rise over the span', '300');
    expect(screen.getByText(/more than half the span/)).toBeInTheDocument();
    type('Rise over the span', '3');
    expect((await sent(asked)).archRadius).toBeCloseTo(0.385 ** 2 / (8 * 0.003) + 0.0015, 4);
  });
  it('lets a brace stay flat and says how it stands in the dish', async () => {
    const asked = show();
    fireEvent.change(await screen.findByLabelText('Glue face of upper transverse bar'), { target: { value: 'flat' } });
    expect((await sent(asked)).braces.find(({ id }) => id === 'upper-transverse')!.underside).toBe('flat');
    expect(await screen.findByText(/open in its middle in the dish/)).toBeInTheDocument();
  });
  it('says what a dry winter does to a free plate and to the arch', async () => {
    show('?slip=season');
    expect(await screen.findByText('a free plate shrinks')).toBeInTheDocument();
    expect(screen.getByText(/rise over 385 mm then; 2\.43 mm as glued/)).toBeInTheDocument();
  });
}); // prettier-ignore
