import { rankSets } from '../graduation';
import { flexBoard, knockBoard, seededRandom, simulatedBoard, weighBoard } from '../simulate';
import {
  identifyPlate,
  middleOfSpan,
  objections,
  questionBend,
  questionNote,
  setProperties,
  speciesPrior,
  testFlex,
  type SetFacts,
} from '.';

const size = { length: 0.55, width: 0.21, thickness: 3.6e-3 };
const known = (facts: SetFacts) => {
  const properties = setProperties(facts);
  return { thickness: facts.thickness, properties, objections: objections(facts, properties) };
};
const untested: SetFacts = { species: 'sitka-spruce', ...size, mass: null, runout: 0, offQuarter: 0, findings: [] };

describe('a set in the rack', () => {
  it('is its species’ mean until it is measured, and says so', () => {
    const { density, modulusAlong } = setProperties(untested);
    expect([density.by, modulusAlong.by]).toEqual(['prior', 'prior']);
    expect(modulusAlong.value).toBe(speciesPrior('sitka-spruce')!.constants.E_L);
  });
  it('comes out as what it is when weighed, flexed and knocked, and surer than by either alone', () => {
    const random = seededRandom(8);
    const board = simulatedBoard('sitka-spruce', size, random);
    const mass = weighBoard(board);
    const knock = identifyPlate({ ...size, mass, ...knockBoard(board, random), poisson: board.wood.nu_LC });
    const flex = testFlex({
      span: 0.45,
      ...size,
      direction: 'along',
      points: flexBoard(board, middleOfSpan(0.45, 'along'), [0, 1, 2, 3], random),
    });
    const { modulusAlong, density, clash } = setProperties({
      ...untested,
      mass,
      findings: [
        { kind: 'flex', modulusAlong: flex.modulus },
        { kind: 'knock', ...knock },
      ],
    });
    expect(Math.abs(modulusAlong.value - board.wood.E_L)).toBeLessThan(3 * modulusAlong.sd);
    expect(modulusAlong.sd).toBeLessThan(Math.min(flex.modulus.sd, knock.modulusAlong.sd));
    expect(modulusAlong.sd / modulusAlong.value).toBeGreaterThan((3 * 2e-5) / size.thickness); // two tests of one board share its thickness
    expect(Math.abs(density.value / board.wood.rho - 1)).toBeLessThan(0.01);
    expect(clash).toEqual([]);
  });
  it('doubts what its species hardly ever has, and names the slip that would explain it', () => {
    const flexed = (value: number) =>
      setProperties({ ...untested, findings: [{ kind: 'flex', modulusAlong: { value, sd: 0.03 * value } }] }).doubts;
    expect(flexed(11530e9)).toMatchObject([{ quantity: 'along', slip: { of: 'loads', factor: 1e-3 } }]); // 100 and 300 meant as grams
    expect(flexed(88.2e9)).toMatchObject([{ quantity: 'along', slip: { words: expect.stringMatching(/newtons/) } }]); // 88.2 / 9.807 = 9.0
    expect(flexed(13e9)).toEqual([]);
    const heavy = setProperties({ ...untested, mass: 830 * 0.55 * 0.21 * 3.6e-3 }).doubts;
    expect(heavy).toMatchObject([{ quantity: 'density', slip: { of: 'weight', factor: 0.5 } }]);
  });
  it.each<[string, number, number | null, string | null]>([
    ['as its wood says within a third', 13e9, null, null],
    ['a thousand times too stiff: grams', 11.5e12, null, 'the loads were grams, not kilograms'],
    ['half of what it was', 5.5e9, 11e9, ''],
    ['a fifth from what it was', 13.2e9, 11e9, null],
    ['25.4 times as stiff as it was', 25.4 * 11e9, 11e9, 'the dial was in inches, not millimetres'],
  ])('asks about a bend of a whole plate that is %s', (_, modulus, before, expected) => {
    const doubt = questionBend('along', modulus, { wood: 11.5e9, before });
    if (expected === null) expect(doubt).toBeNull();
    else expect(doubt).toMatchObject({ quantity: 'along', slip: expected === '' ? null : { words: expected } });
  });
  it('asks about a note of a whole plate far from where its thickness puts it, and names a slipped decimal', () => {
    expect(questionNote('across', 88, 92)).toBeNull();
    expect(questionNote('across', 920, 92)!.slip).toMatchObject({
      factor: 0.1,
      note: 'across',
      words: '92.00 Hz was meant',
    });
    expect(questionNote('across', 140, 92)).toMatchObject({ slip: null });
  });
  it('is in doubt by one test that can hardly be, though another beside it is sure', () => {
    const flex = { kind: 'flex' as const, modulusAlong: { value: 11e9, sd: 0.1e9 } };
    const knock = { kind: 'knock' as const, modulusAlong: { value: 88e9, sd: 2e9 } };
    expect(setProperties({ ...untested, findings: [flex] }).doubts).toEqual([]);
    expect(setProperties({ ...untested, findings: [flex, knock] }).doubts).toEqual([
      expect.objectContaining({ quantity: 'along', value: 88e9 }),
    ]);
  });
  it('never ranks a set whose figures are in doubt', () => {
    const wood = speciesPrior('sitka-spruce')!.constants;
    const doubted: SetFacts = { ...untested, findings: [{ kind: 'flex', modulusAlong: { value: 11530e9, sd: 3e11 } }] };
    const ranked = rankSets(
      [
        { ...known(untested), id: 'plain' },
        { ...known(doubted), id: 'doubted' },
      ],
      {
        goal: { wood, thickness: 2.75e-3, loadRatio: 1 },
        area: { along: 0.15, across: 0.19 },
        plateArea: 0.14,
      },
    );
    expect(ranked.map(({ id }) => id)).toEqual(['plain']);
  });
  it('a second note along typed as the first is named, and nothing that does not mend the fit', () => {
    const board = { length: 0.5588, width: 0.2048, thickness: 4.19e-3 };
    const mass = 415 * board.length * board.width * board.thickness;
    const test = { ...board, mass, twist: 50.7, across: 138.6, along: 72.6 }; // E_L 11.5, E_C 0.75, G 0.72 GPa by an independent Ritz plate
    const warned = (change: object) => identifyPlate({ ...test, ...change }).warnings.map(({ message }) => message);
    expect(warned({})).toEqual([]);
    expect(warned({ along: 201.3 })).toContainEqual(
      expect.stringMatching(/your along looks like the second note along/),
    );
    expect(warned({ across: 72.6, along: 138.6 }).join()).not.toMatch(/second/);
  });
  it('says when flex and knock do not agree', () => {
    const findings = [
      { kind: 'flex', modulusAlong: { value: 10e9, sd: 0.5e9 } },
      { kind: 'knock', modulusAlong: { value: 12e9, sd: 0.5e9 } },
    ] as const;
    const [clash] = setProperties({ ...untested, findings }).clash;
    // 2 GPa over the joint doubt without the thickness that both share: 3 x 0.02 / 3.6 of each
    expect(clash).toMatchObject({ quantity: 'along', deviations: expect.closeTo(3.04, 2) });
  });
  it('is rejected for heavy runout with the strength that is lost, by Hankinson', () => {
    const steep = { ...untested, runout: (8 * Math.PI) / 180 };
    const [objection] = objections(steep, setProperties(steep));
    expect(objection).toMatchObject({ code: 'runout', reject: true });
    expect(objection.message).toContain('27 %'); // 1 - 0.05 / (sin^2 8 + 0.05 cos^2 8)
    expect(objections(untested, setProperties(untested))).toEqual([]);
  });
  it('suits a build the better, the lighter it is at the same stiffness; rejected and thin ones come last', () => {
    const set = (id: string, E: number, mass: number, change: Partial<SetFacts> = {}) => {
      const findings = [{ kind: 'knock' as const, modulusAlong: { value: E, sd: 0.02 * E } }];
      return { id, ...known({ ...untested, mass, findings, ...change }) };
    };
    const { constants } = speciesPrior('sitka-spruce')!;
    const build = {
      goal: { wood: constants, thickness: 2.75e-3, loadRatio: 1 },
      area: { along: 0.2, across: 0.19 },
      plateArea: 0.13,
    };
    const ranked = rankSets(
      [
        set('heavy', 12e9, 0.19),
        set('light', 12e9, 0.16),
        set('steep', 14e9, 0.15, { runout: 0.14 }),
        set('thin', 12e9, 0.11, { thickness: 2.5e-3 }),
      ],
      build,
    );
    expect(ranked.map(({ id }) => id)).toEqual(['light', 'heavy', 'thin', 'steep']);
    const [light, heavy] = ranked;
    expect(heavy.mass.value / light.mass.value).toBeCloseTo(0.19 / 0.16, 6);
  });
});
