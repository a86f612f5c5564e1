/** Laws of the one verdict: over random plates, targets and leaders. */
import fc from 'fast-check';
import {
  equivalentThickness,
  fillTarget,
  effectiveEllipse,
  pumpingStiffness,
  pumpingWeights,
  bendingEnergy,
  type TargetSpec,
} from '../graduation';
import { defaultHoles, defaultOutline, plateShape } from '../outline';
import { roughPlate, seededRandom } from '../simulate';
import { createMapGrid, gridX, layStations, type StationReading } from '../survey';
import { METRIC } from '../units';
import {
  assessThickness,
  evidence,
  followLead,
  headline,
  plateContext,
  summarizeAssessment,
  takenRemoval,
  zoneWords,
  type Lead,
  type SurveyInput,
  type VerdictKind,
} from '.';

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const plate = plateContext(shape, createMapGrid(shape, 0.01), -1);
const stations = layStations(shape);
const spruce = { rho: 420, E_L: 12e9, E_C: 0.8e9, G_LC: 0.8e9, nu_LC: 0.37 };
const target: TargetSpec = { base: { kind: 'even', thickness: 2.75e-3 }, rim: null, tolerance: 6e-5, limit: 2.3e-3 };
const stiffness = (thickness: number, sd = 3e-5): Lead => ({
  rule: 'stiffness',
  says: { kind: 'line', thickness: { value: thickness, sd } },
  wood: spruce,
  chosen: true,
  ownTarget: true,
  doubt: null,
});

const reading = (name: string, x: number, y: number, thickness: number): StationReading => ({
  station: name,
  x,
  y,
  thickness,
  count: 1,
  spread: 0,
  kept: true,
});
const readings = (thickness: (x: number, y: number) => number) =>
  stations.map(({ name, x, y }) => reading(name, x, y, thickness(x, y)));

const input = (given: readonly StationReading[], change: Partial<SurveyInput> = {}): SurveyInput => ({
  readings: given,
  wanted: given.length,
  target,
  lead: null,
  tool: { kind: 'plane', depthPerPass: 5e-5 },
  wood: { rho: { value: 420, sd: 20 }, E_L: { value: 12e9, sd: 1e9 }, E_C: { value: 8e8, sd: 8e7 } },
  mass: null,
  removalSpread: 0.2,
  ...change,
});
const verdictOf = (given: readonly StationReading[], change: Partial<SurveyInput> = {}) =>
  assessThickness(plate, input(given, change)).verdict;

/** Worse and worse as wood comes off; what asks for another look lies outside. */
const RANK: Partial<Record<VerdictKind, number>> = { 'go-on': 0, nearly: 1, there: 2, past: 3, 'too-thin': 4 };

const anyTarget = fc.record({
  base: fc.oneof(
    fc.record({ kind: fc.constant('even' as const), thickness: fc.double({ min: 2.4e-3, max: 3e-3, noNaN: true }) }),
    fc.record({
      kind: fc.constant('graded' as const),
      treble: fc.double({ min: 2.4e-3, max: 3e-3, noNaN: true }),
      bass: fc.double({ min: 2.4e-3, max: 3e-3, noNaN: true }),
    }),
  ),
  rim: fc.option(fc.record({ width: fc.constant(0.04), thinnerBy: fc.double({ min: 0, max: 4e-4, noNaN: true }) })),
  tolerance: fc.double({ min: 3e-5, max: 1.5e-4, noNaN: true }),
  limit: fc.constant(1.8e-3),
});
const anyLead = fc.option(fc.double({ min: 2.2e-3, max: 3.2e-3, noNaN: true }).map((h) => stiffness(h)));
const anyPlate = fc.record({
  seed: fc.integer(),
  mean: fc.double({ min: 2e-3, max: 3.4e-3, noNaN: true }),
  waviness: fc.double({ min: 0, max: 2e-4, noNaN: true }),
});

function readRough({ seed, mean, waviness }: { seed: number; mean: number; waviness: number }): StationReading[] {
  const rough = roughPlate(plate.grid, { mean, waviness, tilt: 0 }, seededRandom(seed));
  const { nx, x0, y0, pitch } = plate.grid;
  return readings((x, y) => rough.thickness[Math.round((y - y0) / pitch) * nx + Math.round((x - x0) / pitch)]);
}

describe('one verdict', () => {
  it('never says there with more than a tenth of the plate under its band', () => {
    fc.assert(
      fc.property(anyPlate, anyTarget, anyLead, (rough, wanted, lead) => {
        const { kind, share } = verdictOf(readRough(rough), { target: wanted, lead });
        if (kind === 'there') expect(share.under).toBeLessThanOrEqual(0.1);
      }),
      { seed: 3, numRuns: 60, endOnFailure: true },
    );
  });
  it('never gets better as wood comes off below the band', () => {
    fc.assert(
      fc.property(anyPlate, anyLead, fc.double({ min: 2e-5, max: 3e-4, noNaN: true }), (rough, lead, off) => {
        const given = readRough(rough);
        const before = assessThickness(plate, input(given, { lead }));
        const { line } = before.followed;
        const thinner = given.map((r) =>
          r.thickness < line.value - 6e-5 ? { ...r, thickness: r.thickness - off } : r,
        );
        const after = verdictOf(thinner, { lead });
        expect(RANK[after.kind]).toBeGreaterThanOrEqual(Math.min(RANK[before.verdict.kind]!, 3));
      }),
      { seed: 5, numRuns: 40, endOnFailure: true },
    );
  });
  it.each([
    [2.6e-3, 'past', '100 %'],
    [2.4e-3, 'past', '100 %'],
    [2.2e-3, 'too-thin', '100 %'],
  ] as const)('of an even plate at %f m under a target of 2.75 is %s, with nothing to plane', (h, kind, under) => {
    const assessed = assessThickness(plate, input(readings(() => h)));
    const summary = summarizeAssessment(assessed, plate, target, METRIC);
    expect(summary.verdict.kind).toBe(kind);
    expect(summary.steps).toEqual([]);
    expect(summary.verdict.massToGo).toBe(0);
    expect(summary.verdict.evidence.join(' ')).toContain(`${under} of the plate lies under its band`);
    expect(summary.verdict.evidence.join(' ')).toMatch(/Take nothing more off/);
  });
  it('says by how much it is past, and the stiffness by the cube: (2.60 / 2.75)^3 = 84.5 %', () => {
    const { verdict } = assessThickness(plate, input(readings(() => 2.6e-3)));
    expect(headline(verdict, METRIC)).toBe('Past it: 0.15 mm thinner than your target asks');
    expect(verdict.stiffness).toBeCloseTo(0.845, 3);
  });
  it('asks to look again while readings of one place disagree, or the wood is in doubt', () => {
    const disputed = readings(() => 2.9e-3).map((r, i) => (i === 9 ? { ...r, disputed: true } : r));
    expect(verdictOf(disputed)).toMatchObject({ kind: 'look-again', rule: 'readings-disagree', passes: 0 });
    const doubted = { ...stiffness(2.75e-3), doubt: 'too stiff for spruce' };
    expect(
      verdictOf(
        readings(() => 2.9e-3),
        { lead: doubted },
      ),
    ).toMatchObject({ rule: 'constants-doubted' });
  });
  it('does not judge what no rule holds for, and offers nothing', () => {
    const assessed = assessThickness(
      plate,
      input(
        readings(() => 2.9e-3),
        { notJudged: 'A sandwich' },
      ),
    );
    expect(assessed.verdict).toMatchObject({ kind: 'none', rule: 'construction', passes: 0 });
    expect(assessed.plan.steps).toEqual([]);
    expect(evidence(assessed, plate.zones, METRIC)).toEqual(['A sandwich.']);
  });
});

describe('target and leading rule', () => {
  it('the whole target is brought to the line where they differ, and one sentence says so', () => {
    const summary = (h: number) =>
      summarizeAssessment(
        assessThickness(
          plate,
          input(
            readings(() => h),
            { lead: stiffness(3.24e-3, 0.36e-3) },
          ),
        ),
        plate,
        target,
        METRIC,
      );
    expect(summary(3.31e-3).verdict.kind).toBe('nearly'); // 0.07 over a band of 0.06: one pass
    expect(summary(3.24e-3).verdict.kind).toBe('there');
    expect(summary(2.95e-3).verdict.headline).toBe('Past it: 0.29 mm thinner than target stiffness asks');
    expect(summary(3.6e-3).verdict.followedSentence).toBe(
      'Your target is 2.75 mm, target stiffness says 3.24 ± 0.59 mm: the rule leads and is followed, so all places are wanted 0.49 mm thicker.',
    );
  });
  it('agree within the band: nothing is said, and a target that was typed stands unless the rule was chosen', () => {
    const follow = (chosen: boolean) => followLead(plate, target, { ...stiffness(2.78e-3), chosen });
    expect(follow(false).followed).toMatchObject({ by: 'target', shift: 0, differs: false });
    expect(Math.max(...follow(false).wanted)).toBe(2.75e-3);
    expect(follow(true).followed).toMatchObject({ by: 'stiffness', differs: false, line: { value: 2.78e-3 } });
  });
  it('a leader that nobody chose yields to the maker’s target within its own doubt, and no further', () => {
    const follow = (line: number) => followLead(plate, target, { ...stiffness(line, 0.2e-3), chosen: false }).followed;
    expect(follow(3e-3)).toMatchObject({ by: 'target', shift: 0, differs: true }); // 0.25 off, 90 % reach 0.33
    expect(follow(3.1e-3)).toMatchObject({ by: 'stiffness', differs: true, line: { value: 3.1e-3 } });
  });
  it('where the maker set no target the rule is followed to the hundredth, and nothing is said of a target', () => {
    const { followed, wanted } = followLead(plate, target, { ...stiffness(2.71e-3), ownTarget: false });
    expect(followed).toMatchObject({ by: 'stiffness', differs: false, line: { value: 2.71e-3 } });
    expect(Math.max(...wanted)).toBeCloseTo(2.71e-3, 9);
  });
  it('a silent leader leaves the target, and says why', () => {
    const lead: Lead = {
      rule: 'ring',
      says: { kind: 'silent', why: 'Too few rings.' },
      wood: null,
      chosen: true,
      ownTarget: true,
      doubt: null,
    };
    const assessed = assessThickness(
      plate,
      input(
        readings(() => 2.9e-3),
        { lead },
      ),
    );
    expect(assessed.followed).toMatchObject({ by: 'target', shift: 0 });
    expect(evidence(assessed, plate.zones, METRIC)).toContain(
      'Ring leads but is silent (too few rings): your target is followed meanwhile.',
    );
  });
  it('never below the hard limit, wherever the rule would go', () => {
    const { wanted } = followLead(plate, target, stiffness(1.9e-3));
    expect(Math.min(...wanted)).toBeGreaterThanOrEqual(2.3e-3);
  });
  it('a plate carved exactly to a thin-rimmed target on the rule’s line is not past it', () => {
    const rimmed: TargetSpec = { ...target, rim: { width: 0.05, thinnerBy: 5e-4 }, tolerance: 1e-4, limit: 2e-3 };
    const { wanted, levelOf } = followLead(plate, rimmed, stiffness(2.75e-3));
    expect(levelOf(wanted)).toBeCloseTo(2.75e-3, 6);
    const { nx, x0, y0, pitch } = plate.grid;
    const carved = readings((x, y) => wanted[Math.round((y - y0) / pitch) * nx + Math.round((x - x0) / pitch)]);
    expect(['there', 'nearly']).toContain(verdictOf(carved, { target: rimmed, lead: stiffness(2.75e-3) }).kind);
  });
});

describe('the plate as it pumps', () => {
  it('bends with 8 pi a b S / 3 in all: the work of even pressure on the clamped ellipse', () => {
    const { along: a, across: b } = effectiveEllipse(shape);
    let energy = 0;
    const steps = 400;
    for (let i = 0; i < steps; i++)
      for (let j = 0; j < steps; j++) {
        const u = (2 * (i + 0.5)) / steps - 1;
        const v = (2 * (j + 0.5)) / steps - 1;
        if (u * u + v * v < 1) energy += bendingEnergy(spruce, { u, v }, { a, b }) * a * b * (2 / steps) ** 2;
      }
    expect(energy / (((8 * Math.PI) / 3) * a * b * pumpingStiffness(spruce, { along: a, across: b }))).toBeCloseTo(
      1,
      2,
    );
  });
  it('sees an even plate as it is, and a thinner lower bout but not a thinner neck end', () => {
    const weights = pumpingWeights(plate, spruce);
    const field = (thin: (x: number) => boolean) =>
      plate.grid.wood.map((_, cell) => (thin(gridX(plate.grid, cell)) ? 2.4e-3 : 2.8e-3));
    expect(
      equivalentThickness(
        weights,
        field(() => false),
      ),
    ).toBeCloseTo(2.8e-3, 12);
    expect(
      equivalentThickness(
        weights,
        field((x) => x < 0.15),
      ),
    ).toBeCloseTo(2.8e-3, 12);
    expect(
      equivalentThickness(
        weights,
        field((x) => x > 0.3),
      ),
    ).toBeLessThan(2.6e-3);
  });
});

describe('what was taken', () => {
  const { plan } = assessThickness(plate, input(readings(() => 3e-3)));
  const tool = { kind: 'sander', depthPerPass: 1.5e-4 } as const;
  const onWood = (field: Float64Array) => field.filter((_, cell) => plate.grid.wood[cell] > 0);
  it('is the whole advice, or even passes over the whole plate', () => {
    expect(takenRemoval(plate, plan, { tool, taken: { kind: 'plan' } })).toEqual(plan.removal);
    const twice = takenRemoval(plate, plan, { tool, taken: { kind: 'whole', passes: 2 } });
    expect(new Set(onWood(twice))).toEqual(new Set([3e-4]));
  });
  it('of a part of the advice keeps its shape: one of some shavings is its share of what was to come off there', () => {
    const step = plan.steps.find(({ zone }) => zone !== null)!;
    const place = zoneWords(plate.zones.zones[step.zone!]);
    const parts = [{ place, passes: 1 }];
    const removal = takenRemoval(plate, plan, { tool: step.tool, taken: { kind: 'parts', parts } });
    const inZone = (field: Float64Array) =>
      field.reduce((sum, h, cell) => sum + (plate.zones.zoneOf[cell] === step.zone ? h : 0), 0);
    expect(inZone(removal) / inZone(plan.byParts)).toBeCloseTo(1 / step.passes, 9);
    expect(removal.reduce((a, b) => a + b)).toBeCloseTo(inZone(removal), 12);
  });
  it('refuses a part that the plate has not', () => {
    const taken = { kind: 'parts' as const, parts: [{ place: 'The handle', passes: 1 }] };
    expect(() => takenRemoval(plate, plan, { tool, taken })).toThrow(/no part of this plate/);
  });
});

it('a target filled and judged is on target everywhere', () => {
  const out = new Float64Array(plate.grid.wood.length);
  fillTarget(target, plate, out);
  expect(verdictOf(readings(() => 2.75e-3)).share).toMatchObject({ over: 0, under: 0 });
});
