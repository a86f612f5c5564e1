import { defaultTarget, ringCurve, startCarrying } from '.';
import { defaultHoles, defaultOutline, plateArea, plateShape } from '../outline';
import { METRIC } from '../units';
import { forecastCheck, passTable } from './pass-table';
import { howThin, NEW_SHOP, tensionOf, type HowThinFacts, type ModelPlate } from './how-thin';
import type { PlateCheck } from './plate-check';
import { NO_CHOICES, NO_BUILD_CHOICES, woodOfSpecies } from '../project';
import { settlePass } from '../ledger';
import { leadFor, modelPlates, notJudgedWords } from '../verdict';

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const spruce = woodOfSpecies('sitka-spruce');
const sure = { ...spruce, spread: { rho: 0.01, E: 0.02 } };
const target = defaultTarget('steel-string', 'top', 'sitka-spruce');
const check = (mm: number, change: Partial<PlateCheck>): PlateCheck => ({
  thickness: { value: mm / 1000, sd: 1e-5 },
  ...change,
});
const facts = (change: Partial<HowThinFacts> = {}): HowThinFacts => ({
  family: 'steel-string',
  plate: 'top',
  wood: spruce,
  shape,
  scaleLength: 0.645,
  construction: 'flat',
  target,
  choices: NO_CHOICES,
  checks: [],
  models: [],
  shop: NEW_SHOP,
  units: METRIC,
  ...change,
});
const model = (change: Partial<ModelPlate> = {}): ModelPlate => ({
  id: 'm',
  name: 'No. 38',
  wood: sure,
  thickness: 2.7e-3,
  shape,
  tension: 719,
  outcome: null,
  ...change,
});
const opinion = (given: HowThinFacts, rule: string) => howThin(given).rules.find((o) => o.rule === rule)!;

describe('how thin: target stiffness', () => {
  it('an ordinary plate of ordinary wood under ordinary strings gets the ordinary band', () => {
    const { thickness, mass, reason } = opinion(facts(), 'stiffness');
    expect(thickness!.value * 1e3).toBeCloseTo(2.75, 2);
    expect(mass!.value).toBeCloseTo(448 * thickness!.value * plateArea(shape), 9);
    expect(reason).toMatch(/N m wanted for strings pulling 719 N/);
  });
  it('goes with the cube root of the load: 33.1 % more pull wants 10 % more thickness', () => {
    const more = facts({ choices: { ...NO_CHOICES, tension: 1.331 * tensionOf(facts()) } });
    expect(opinion(more, 'stiffness').thickness!.value / opinion(facts(), 'stiffness').thickness!.value).toBeCloseTo(
      1.1,
      9,
    );
  });
  it('follows one plate when asked: wood 1.331 times softer all round needs 1.1 of its thickness', () => {
    const soft = { ...sure, E_L: sure.E_L / 1.331, E_C: sure.E_C / 1.331, G_LC: sure.G_LC / 1.331 };
    const given = facts({
      wood: soft,
      models: [model({ tension: tensionOf(facts()) })],
      choices: { ...NO_CHOICES, likeBuildId: 'm' },
    });
    const { thickness, reason } = opinion(given, 'stiffness');
    expect(thickness!.value).toBeCloseTo(2.97e-3, 9);
    expect(reason).toMatch(/No\. 38 at 2\.70 mm, under the same strings/);
  });
  it('moves to the maker’s own plates that worked, and names those that speak against', () => {
    const thin = model({ thickness: 2.4e-3, outcome: 'as-wanted' });
    const learned = opinion(facts({ models: [thin, { ...thin, id: 'n', name: 'No. 39' }] }), 'stiffness');
    expect(learned.thickness!.value).toBeLessThan(2.55e-3);
    expect(learned.thickness!.value).toBeGreaterThan(2.4e-3); // the start still pulls a little
    expect(learned.reason).toMatch(/as No\. 38, No\. 39 showed/);
    const stiffOne = model({ name: 'No. 36', thickness: 2.6e-3, outcome: 'too-stiff' });
    expect(opinion(facts({ models: [stiffOne] }), 'stiffness').reason).toMatch(/No\. 36 speaks against it/);
  });
  it('starts nearly alike for steel and nylon: what a bare top may give', () => {
    const [steel, nylon] = [startCarrying('steel-string').value, startCarrying('nylon-string').value];
    expect(nylon / steel).toBeGreaterThan(0.6);
    expect(nylon / steel).toBeLessThan(1.6);
  });
});

describe('how thin: the other schools', () => {
  const compliance = (value: number) => ({ value, sd: 0.01 * value });
  const flexed = facts({
    checks: [check(3, { flex: { jigId: 'j', compliance: compliance(1e-4) } })],
    choices: { ...NO_CHOICES, leader: 'flex', flex: { jigId: 'j', compliance: compliance(1.331e-4), from: 'No. 38' } },
  });
  it('by flex: a third more sag is reached at 1/1.1 of the thickness', () => {
    expect(opinion(flexed, 'flex').thickness!.value).toBeCloseTo(3e-3 / 1.1, 9);
    expect(howThin(flexed).stop!.value).toBeCloseTo(3e-3 / 1.1, 9);
  });
  it('by flex: a blank a tenth wider than the plate it follows is compared width for width', () => {
    const wide = {
      ...flexed,
      checks: [check(3, { flex: { jigId: 'j', compliance: compliance(1e-4 / 1.1), width: 0.44 } })],
      choices: { ...flexed.choices, flex: { ...flexed.choices.flex!, width: 0.4 } },
    };
    expect(opinion(wide, 'flex').thickness!.value).toBeCloseTo(3e-3 / 1.1, 9);
    expect(opinion(wide, 'flex').reason).toMatch(/110 % as wide/);
  });
  it('asks for what is missing instead of guessing', () => {
    expect(opinion(facts(), 'flex').missing).toMatch(/Choose a plate/);
    expect(opinion({ ...flexed, checks: [] }, 'flex').missing).toMatch(/same jig/);
    expect(
      opinion(facts({ choices: { ...NO_CHOICES, pitch: { note: 'across', frequency: 90 } } }), 'pitch').missing,
    ).toMatch(/across note/);
  });
  it('by pitch: falls with the thickness', () => {
    const given = facts({
      checks: [check(3, { notes: { across: 100 } })],
      choices: { ...NO_CHOICES, pitch: { note: 'across', frequency: 90 } },
    });
    expect(opinion(given, 'pitch').thickness!.value).toBeCloseTo(2.7e-3, 12);
  });
  it('by ring: speaks of a peak only once it bends', () => {
    const rings = (...pairs: [number, number][]) =>
      pairs.map(([mm, time]) => check(mm, { ring: { time, level: null } }));
    const bent = rings([3.2, 1.0], [3.05, 1.2], [2.9, 1.3], [2.75, 1.3], [2.6, 1.2], [2.45, 1.0]); // 1.3125 - 4.4444 (h - 2.825)^2 in mm
    expect(opinion(facts({ checks: bent }), 'ring').thickness!.value * 1e3).toBeCloseTo(2.825, 2);
    expect(opinion(facts({ checks: bent.slice(0, 3) }), 'ring')).toMatchObject({
      thickness: null,
      missing: expect.stringMatching(/four at least/),
    });
  });
  it('never below the limit, and says that it held', () => {
    const thin = { ...flexed, target: { ...target, limit: 2.9e-3 } };
    expect(howThin(thin)).toMatchObject({ stop: { value: 2.9e-3 }, limited: true });
  });
  it('shows rules that cannot both be right, and averages nothing', () => {
    const given = facts({
      wood: sure,
      choices: { ...NO_CHOICES, number: { thickness: 3.4e-3, tolerance: 5e-5 } },
      models: [model({ tension: 719 })],
    });
    const following = { ...given, choices: { ...given.choices, likeBuildId: 'm' } };
    expect(howThin(following).conflicts).toEqual([{ a: 'stiffness', b: 'number', apart: expect.closeTo(0.7e-3, 4) }]);
  });
  it('a back goes by weight: 230 g of this wood over this outline', () => {
    const back = facts({ plate: 'back', choices: { ...NO_CHOICES, weight: 0.23 } });
    const { leader, stop, rules } = howThin(back);
    expect(leader).toBe('weight');
    expect(stop!.value).toBeCloseTo(0.23 / (448 * plateArea(shape)), 9);
    expect(rules.map(({ rule }) => rule)).not.toContain('stiffness');
  });
});

describe('the next passes', () => {
  const checks = [check(3, { flex: { jigId: 'j', compliance: { value: 1e-4, sd: 1e-6 } }, notes: { across: 100 } })];
  const table = (stop: number | null) =>
    passTable({
      thickness: { value: 3e-3, sd: 1e-5 },
      mass: { value: 0.2, sd: 5e-4 },
      rho: { value: 450, sd: 10 },
      area: 0.14,
      depth: 5e-5,
      removalSpread: 0.2,
      checks,
      ring: ringCurve([]),
      stop: stop === null ? null : { value: stop, sd: 1e-4 },
      followed: { jigId: null, pitch: null },
    });
  it('takes 0.05 mm, 3.15 g at a time; sag grows as h^-3, the note falls as h', () => {
    const { rows } = table(2.85e-3);
    const two = rows.find(({ passes }) => passes === 2)!;
    expect(two.thickness.value).toBeCloseTo(2.9e-3, 12);
    expect(two.mass.value).toBeCloseTo(0.2 - 2 * 450 * 0.14 * 5e-5, 9);
    expect(two.flex!.value).toBeCloseTo(1e-4 * (3 / 2.9) ** 3, 12);
    expect(two.pitch!.value).toBeCloseTo(96.667, 3);
  });
  it('is surer of the present than of the future', () => {
    const sds = table(2.85e-3).rows.map(({ thickness }) => thickness.sd);
    expect(sds).toEqual([...sds].sort((a, b) => a - b));
    expect(sds[2]).toBeCloseTo(Math.hypot(1e-5, 0.2 * 1e-4), 12);
  });
  it('draws the line after the last pass that the rule allows', () => {
    const { rows, stopAt } = table(2.85e-3);
    expect(rows.map(({ passes }) => passes)).toEqual([0, 1, 2, 3, 4, 5, 6]);
    expect(stopAt).toBe(4);
    expect(table(3.2e-3)).toMatchObject({ stopAt: 0, rows: { length: 4 } }); // already past, and what goes on
    expect(table(null).stopAt).toBeNull();
  });
  it('says of forty passes a handful of rows', () => expect(table(1e-3).rows.length).toBeLessThan(8));
  it('keeps for the ledger what flex and note should become', () => {
    const { flex, pitch } = forecastCheck(checks, { value: 2.7e-3, sd: 2e-5 });
    expect(flex!.compliance.value).toBeCloseTo(1e-4 / 0.729, 12);
    expect(pitch).toMatchObject({ note: 'across', frequency: { value: expect.closeTo(90, 9) } });
    expect(flex!.compliance.sd / flex!.compliance.value).toBeCloseTo(
      Math.hypot(0.01, (3 * Math.sqrt(4e-10 - 1e-10)) / 2.7e-3),
      6,
    );
  });
});

describe('which check is followed', () => {
  const several = [
    check(3, { flex: { jigId: 'a', compliance: { value: 1e-4, sd: 1e-6 } }, notes: { twist: 30, across: 80 } }),
    check(2.9, { flex: { jigId: 'b', compliance: { value: 9e-5, sd: 1e-6 } }, notes: { twist: 29 } }),
  ];
  const at = { value: 2.7e-3, sd: 1e-5 };
  it('the across note while none is asked for, however the notes are listed', () =>
    expect(forecastCheck(several, at).pitch).toMatchObject({
      note: 'across',
      frequency: { value: expect.closeTo(72, 9) },
    }));
  it('of a back one of the notes that ring clear: the nearest to the one that is wanted', () => {
    const clear = { note: 'clear' as const, frequency: 98 };
    const tapped = [check(3, { clear: [72, 110, 165] })];
    // 110 Hz at 3.00 mm comes down to 98 Hz at 3.00 x 98 / 110 = 2.673 mm.
    const back = facts({ plate: 'back', checks: tapped, choices: { ...NO_CHOICES, pitch: clear } });
    expect(opinion(back, 'pitch').thickness!.value * 1e3).toBeCloseTo(2.673, 3);
    expect(opinion(back, 'pitch').reason).toMatch(/clear note nearest to that was 110\.0 Hz at 3\.00 mm/);
    expect(opinion({ ...back, checks: [] }, 'pitch').missing).toMatch(/the notes that ring clear/);
    const said = forecastCheck(tapped, { value: 2.7e-3, sd: 1e-5 }, { jigId: null, pitch: clear }).pitch;
    expect(said).toMatchObject({ note: 'clear', frequency: { value: expect.closeTo(99, 9) } });
    // Settled by the note that is near what was foretold, not by another that rings too.
    const settled = settlePass(
      {
        meanAfter: { value: 2.7e-3, sd: 1e-5 },
        massAfter: { value: 0.2, sd: 1e-3 },
        checks: { flex: null, pitch: said },
      },
      { mean: { value: 2.7e-3, sd: 1e-5 }, mass: null, checks: [{ clear: [66, 149] }, { clear: [65, 98.6, 148] }] },
    ).find(({ quantity }) => quantity === 'pitch')!;
    expect(settled.outcome.value).toBe(98.6);
    expect(settled.held).toBe(true);
  });
  it('the jig and the note that the rules aim at', () => {
    const { flex, pitch } = forecastCheck(several, at, { jigId: 'a', pitch: { note: 'twist', frequency: 25 } });
    expect([flex!.jigId, pitch!.note]).toEqual(['a', 'twist']);
    expect(pitch!.frequency.value).toBeCloseTo(27, 9);
    expect(forecastCheck(several, at, { jigId: 'c', pitch: { note: 'along', frequency: 60 } })).toEqual({
      flex: null,
      pitch: null,
    });
  });
});

describe('the lead', () => {
  const saysOf = (given: HowThinFacts) => leadFor(given).lead.says;
  it('of target stiffness is a line, seen with the wood as the plate pumps', () => {
    const { lead } = leadFor(facts());
    expect(lead).toMatchObject({ rule: 'stiffness', says: { kind: 'line' }, wood: { E_L: spruce.E_L }, doubt: null });
  });
  it('of number is the target itself, or the maker’s own band as a line', () => {
    const number = { thickness: 2.9e-3, tolerance: 1e-4 };
    expect(saysOf(facts({ choices: { ...NO_CHOICES, leader: 'number' } }))).toEqual({ kind: 'target' });
    const own = saysOf(facts({ choices: { ...NO_CHOICES, leader: 'number', number } }));
    expect(own).toMatchObject({ kind: 'line', thickness: { value: 2.9e-3 } });
  });
  it('is silent while something is missing, and says what', () => {
    const says = saysOf(facts({ choices: { ...NO_CHOICES, leader: 'ring' } }));
    expect(says).toMatchObject({ kind: 'silent', why: expect.stringMatching(/four at least/) });
  });
  it('is doubted with the wood that it rests on', () => {
    const wood = { ...spruce, doubt: 'stiffer than any spruce' };
    expect(leadFor(facts({ wood })).lead.doubt).toMatch(/stiffer/);
    expect(leadFor(facts({ wood, choices: { ...NO_CHOICES, leader: 'number' } })).lead.doubt).toBeNull();
  });
});

describe('constructions', () => {
  it.each(['carved', 'sandwich'] as const)(
    'flat-plate rules have no vote on a %s plate, whoever was to lead',
    (construction) => {
      const { rules, leader, stop } = howThin(facts({ construction, choices: { ...NO_CHOICES, leader: 'stiffness' } }));
      const silent = rules.filter(({ applies }) => !applies).map(({ rule }) => rule);
      expect(silent).toEqual(['stiffness', 'flex', 'feel', 'pitch']);
      expect(rules.filter(({ applies, thickness }) => !applies && thickness !== null)).toEqual([]);
      expect(silent).not.toContain(leader);
      expect(stop?.value ?? 0).not.toBeCloseTo(2.748e-3, 5);
    },
  );
  it('a sandwich is not judged by its thickness at all', () => {
    expect(notJudgedWords('sandwich')).toMatch(/skins/);
    expect(notJudgedWords('domed')).toBeNull();
  });
  it('learns only from plates built alike', () => {
    const other = (id: string, construction: 'flat' | 'domed' | 'carved') => ({
      id,
      number: Number(id),
      family: 'steel-string' as const,
      plate: 'top' as const,
      construction,
      wood: spruce,
      outline: defaultOutline('steel-string'),
      holes: [],
      scaleLength: 0.645,
      choices: NO_BUILD_CHOICES,
      mean: 2.7e-3,
    });
    const own = { id: '1', family: 'steel-string', plate: 'top', construction: 'flat' } as const;
    const models = modelPlates(own, [other('1', 'flat'), other('2', 'domed'), other('3', 'carved')]);
    expect(models.map(({ name, tension }) => [name, Math.round(tension)])).toEqual([['No. 2', 719]]);
  });
});
