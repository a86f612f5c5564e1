import { choose } from '../../test/choose';
import { screen } from '@testing-library/react';
import { aBuild, aPlan, open, sentPlan, servePlan, typeInto, type Asked } from '../../test/test-bench';
import { ArchPage } from './ArchPage';

function show(query = ''): Asked[] {
  const asked = servePlan(aBuild(), aPlan());
  open(<ArchPage />, { path: '/builds/:buildId/arch', at: `/builds/b/arch${query}` });
  return asked;
}

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
    typeInto('Rise over the span', '300');
    expect(screen.getByText(/more than half the span/)).toBeInTheDocument();
    typeInto('Rise over the span', '3');
    expect((await sentPlan(asked)).archRadius).toBeCloseTo(0.385 ** 2 / (8 * 0.003) + 0.0015, 4);
  });
  it('lets a brace stay flat and says how it stands in the dish', async () => {
    const asked = show();
    choose(await screen.findByLabelText('Glue face of upper transverse bar'), 'flat');
    expect((await sentPlan(asked)).braces.find(({ id }) => id === 'upper-transverse')!.underside).toBe('flat');
    expect(await screen.findByText(/open in its middle in the dish/)).toBeInTheDocument();
  });
  it('says what a dry winter does to a free plate and to the arch', async () => {
    show('?slip=season');
    expect(await screen.findByText('a free plate shrinks')).toBeInTheDocument();
    expect(screen.getByText(/rise over 385 mm then; 2\.43 mm as glued/)).toBeInTheDocument();
  });
});
