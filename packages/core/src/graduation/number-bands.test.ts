import { METRIC } from '../units';
import { NO_CHOICES, woodOfSpecies } from '../project';
import { defaultHoles, defaultOutline, plateShape } from '../outline';
import { bandTable, checkBands, defaultTarget, howThin, numberBand, type ThicknessBand } from '.';

const cedar: ThicknessBand = {
  family: 'steel-string',
  plate: 'top',
  species: 'western-redcedar',
  from: 3e-3,
  to: 3.3e-3,
};
const anyTop: ThicknessBand = { ...cedar, species: null, from: 2.4e-3, to: 2.6e-3 };

describe('bands by wood and family', () => {
  it('are spans: an ordinary steel top 2.55 to 2.95 mm, cedar thicker, a dense tropical back thinner than another', () => {
    expect(numberBand('steel-string', 'top', 'sitka-spruce')).toMatchObject({
      from: expect.closeTo(2.55e-3, 9),
      to: expect.closeTo(2.95e-3, 9),
      own: false,
    });
    const middle = (plate: 'top' | 'back', species: string) => numberBand('steel-string', plate, species).thickness;
    expect(middle('top', 'western-redcedar')).toBeGreaterThan(middle('top', 'sitka-spruce'));
    expect(middle('back', 'rosewood')).toBeLessThan(middle('back', 'black-walnut') - 1e-4);
  });
  it('of the workshop hold for their wood alone; what it says of any wood holds where no wood has its own', () => {
    const own = [cedar, anyTop];
    expect(numberBand('steel-string', 'top', 'western-redcedar', own)).toMatchObject({ thickness: 3.15e-3, own: true });
    expect(numberBand('steel-string', 'top', 'sitka-spruce', own)).toMatchObject({ thickness: 2.5e-3, own: true });
    // Redwood has a shipped one of its own; other families and backs are as they were.
    expect(numberBand('steel-string', 'top', 'redwood', own)).toMatchObject({ own: false });
    expect(numberBand('steel-string', 'back', 'western-redcedar', own).own).toBe(false);
    expect(bandTable(own)).toHaveLength(bandTable([]).length);
  });
  it('a thinner band takes the thinnest limit along, so that a new build can follow it', () => {
    const thin = { ...anyTop, from: 2e-3, to: 2.2e-3 };
    expect(defaultTarget('steel-string', 'top', null, [thin])).toMatchObject({
      base: { thickness: 2.1e-3 },
      limit: 2e-3,
    });
  });
  it.each([
    [{ from: 0 }, /bands\[1\]\.from/],
    [{ from: 3.3e-3, to: 3.3e-3 }, /bands\[1\]\.to: must be thicker/],
    [{ to: 3.3 }, /check the unit/],
    [{ species: null }, /has a band already/],
  ])('refuse %j', (change, reason) => expect(() => checkBands([anyTop, { ...cedar, ...change }])).toThrow(reason));
});

describe('the number rule', () => {
  const wood = woodOfSpecies('western-redcedar');
  const said = (bands: ThicknessBand[], target = defaultTarget('steel-string', 'top', wood.species, bands)) =>
    howThin({
      family: 'steel-string',
      plate: 'top',
      wood,
      shape: plateShape(defaultOutline('steel-string'), defaultHoles('steel-string')),
      scaleLength: 0.645,
      construction: 'flat',
      target,
      choices: NO_CHOICES,
      checks: [],
      models: [],
      shop: { hands: [], bands },
      units: METRIC,
    }).rules.find(({ rule }) => rule === 'number')!;
  it('says whose band it is, and is as sure as that is narrow', () => {
    expect(said([]).reason).toMatch(/^An ordinary band .*2\.75 to 3\.15 mm/);
    const { thickness, reason } = said([cedar]);
    expect(reason).toMatch(/^Your workshop’s band .*3\.00 to 3\.30 mm/);
    expect(thickness!.value).toBeCloseTo(3.15e-3, 9);
    expect(1.645 * thickness!.sd).toBeCloseTo(0.15e-3, 9);
  });
  it('follows a target that the maker set, whatever the table says', () => {
    const target = { ...defaultTarget('steel-string', 'top'), base: { kind: 'even' as const, thickness: 2.9e-3 } };
    expect(said([cedar], target)).toMatchObject({ reason: expect.stringMatching(/Your target/) });
  });
});
