import { defaultHoles, defaultOutline, plateShape } from '@nimble/core/outline';
import { NO_BUILD_CHOICES, woodOfSpecies, type BuildWood } from '@nimble/core/project';
import type { TargetSpec } from '@nimble/core/graduation';
import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { aBuild, open, serve } from '../../test/test-bench';
import { RecipeNotice } from './RecipeNotice';
import { ThicknessPage } from './ThicknessPage';

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const spruce = woodOfSpecies('sitka-spruce');
const soft: BuildWood = { ...spruce, E_L: spruce.E_L / 2, E_C: spruce.E_C / 2, G_LC: spruce.G_LC / 2 };
const target: TargetSpec = { base: { kind: 'even', thickness: 2.75e-3 }, rim: null, tolerance: 6e-5, limit: 2e-3 };
const recipe = { from: 'No. 38 Turnstone', wood: spruce };

jest.mock('../../compute/use-plate-picture', () => ({
  usePlatePicture: () => ({ picture: null, error: null, computer: null }),
}));

function show(change: Parameters<typeof aBuild>[0]) {
  const [stiff, number] = [jest.fn(), jest.fn()];
  const build = aBuild({ choices: { ...NO_BUILD_CHOICES, recipe }, ...change });
  render(<RecipeNotice {...{ build, shape, target }} onStiff={stiff} onNumber={number} />);
  return { stiff, number };
}

describe('a recipe in other wood', () => {
  it('says the number and what is as stiff, and keeps what is chosen', () => {
    const { stiff, number } = show({ wood: soft });
    const notice = screen.getByRole('region', { name: 'Target of the recipe' });
    expect(notice).toHaveTextContent(/2\.75 mm is that of No\. 38 Turnstone, in Sitka spruce/);
    // 2.75 times the cube root of two.
    expect(notice).toHaveTextContent(/As stiff in this wood: 3\.46 mm/);
    fireEvent.click(screen.getByText('Make it as stiff'));
    expect(stiff).toHaveBeenLastCalledWith(
      expect.objectContaining({ base: { kind: 'even', thickness: expect.closeTo(3.465e-3, 6) } }),
    );
    fireEvent.click(screen.getByText('Keep 2.75 mm'));
    expect(number).toHaveBeenCalled();
  });
  it('says nothing in the same wood', () => {
    show({ wood: spruce });
    expect(screen.queryByRole('region')).toBeNull();
  });
  it('names the other wood alone where no rule of solid plates holds', () => {
    show({ wood: soft, construction: 'carved' });
    expect(screen.getByRole('region')).toHaveTextContent(/no rule for flat solid plates says/);
    expect(screen.queryByText('Make it as stiff')).toBeNull();
  });
  it('is answered by any target of its own, which is no longer the recipe’s', async () => {
    const build = aBuild({ wood: soft, choices: { ...NO_BUILD_CHOICES, recipe } });
    const asked = serve({
      'GET /builds/b': build,
      'GET /builds/b/target': target,
      'GET /builds/b/ledger': { passes: [], removalSpread: 0.2, summary: [] },
      'PUT /builds/b/target': target,
      'PATCH /builds/b': build,
    });
    open(<ThicknessPage />, { path: '/builds/:buildId/thickness', at: '/builds/b/thickness?slip=target' });
    await screen.findByRole('region', { name: 'Target of the recipe' });
    fireEvent.click(screen.getByText('+ 0.05'));
    await waitFor(() => expect(screen.queryByRole('region', { name: 'Target of the recipe' })).toBeNull());
    const sent = (method: string) => asked.find((one) => one.method === method)?.body;
    await waitFor(() => expect(sent('PATCH')).toMatchObject({ choices: { recipe: null } }));
    expect(sent('PUT')).toMatchObject({ body: { base: { thickness: expect.closeTo(2.8e-3, 9) } } });
  });
});
