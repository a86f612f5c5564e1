/** What an older program wrote is read by this one: tables by migrations, documents by the steps of their shapes. */
import { checkBracingPlan, emptyPlan, type BracingPlan } from '@nimble/core/bracing';
import { METRIC } from '@nimble/core/units';
import { plainToInstance, type ClassConstructor } from 'class-transformer';
import { validateSync } from 'class-validator';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { PlanDto, BracePlanDto } from '../src/bracing/bracing.dto';
import { ChoicesDto } from '../src/builds/dto/choices.dto';
import { WoodDto } from '../src/builds/dto/wood.dto';
import { migrate } from '../src/database/migrate';
import { STORED_SHAPES, upgradeDocuments, upgraded, versionOf, type StoredShape } from '../src/database/stored-shapes';
import { SpecDto } from '../src/explorations/explorations.dto';
import { JigBodyDto } from '../src/flex/flex.dto';
import { GlueUpDto } from '../src/glue-ups/glue-ups.dto';
import { TargetBodyDto } from '../src/graduation/dto/target.dto';
import { ShavingBodyDto } from '../src/voicing/voicing.dto';
import { TakenDto } from '../src/surveys/dto/survey.dto';
import { VariantDto } from '../src/variants/variants.dto';
import { aBuild } from './a-build';
import { makeDatabase } from './application';

const build = aBuild();
const BRACE_1 = {
  id: 'x1',
  name: 'X leg',
  role: 'x-leg',
  from: [0.1, 0.1],
  to: [0.4, -0.1],
  length: Math.hypot(0.3, 0.2),
  section: 'parabola',
  width: 7e-3,
  topWidth: null,
  heights: [4e-3, 0.014, 4e-3],
  modulus: 12e9,
  density: 410,
  ends: ['let-in', 'stopped'],
  underside: 'plate',
  radius: null,
  grainSlope: 0,
  ringAngle: 0,
  accessHole: false,
  stock: null,
};
const PLAN_1 = { ...emptyPlan('steel-string', 'flat'), braces: [BRACE_1], laps: [], patches: [], dishRadius: null };
const VARIANT_1 = {
  plan: PLAN_1,
  thicker: { rim: -1e-4 },
  hold: 'glued',
  figures: {
    modes: [{ frequency: 180, kind: 'monopole' }],
    sink: 1e-3,
    movement: null,
    turns: false,
    reserve: 2.1,
    mass: 0.21,
  },
};
const STICK = {
  name: 'bar',
  length: 0.2,
  section: 'parabola',
  width: 7e-3,
  topWidth: null,
  heights: [3e-3, 0.012, 3e-3],
  modulus: 11e9,
  density: 410,
};
const ESTIMATE = { value: 5e-5, sd: 1e-6 };
const SHAVING_1 = {
  shavings: [{ place: { kind: 'brace', id: 'x1', from: 0.1, to: 0.2 }, depth: 3e-4 }],
  said: '0.3 mm',
  tool: 'plane',
  proposed: true,
  forecast: { 'flex:across': ESTIMATE },
  settled: [{ quantity: 'mass', where: 'brace', before: ESTIMATE, forecast: ESTIMATE, outcome: ESTIMATE }],
};
const GLUE_1 = {
  glue: {
    id: 'hide',
    name: 'Hide glue',
    openTime: 90,
    clampTime: 3600,
    cureTime: 86_400,
    pressureLow: 7e5,
    pressureHigh: 1e6,
    note: '',
  },
  pieces: [{ id: 'x1', name: 'X leg' }],
  times: { spreadAt: 1, pressedAt: 2, releasedAt: null },
  checked: ['fit'],
  relativeHumidity: 0.45,
  temperatureC: 20,
  note: '',
};
const TARGET_1 = {
  base: { kind: 'graded', treble: 2.9e-3, bass: 2.6e-3 },
  rim: { width: 0.03, thinnerBy: 3e-4 },
  tolerance: 5e-5,
  limit: 2.2e-3,
};
const PARTIAL = { frequency: 181, frequencySd: 0.1, q: 40, level: 0, polarity: 1 };

/** As each version of the program kept them, oldest first: never changed, only added to. */
const SAMPLES: Record<string, Record<string, unknown>[]> = {
  bracing_plans: [
    { plan: PLAN_1 },
    { plan: { ...PLAN_1, braces: [{ ...BRACE_1, endWidth: 5e-3, endTopWidth: null }] } },
  ],
  top_variants: [
    { body: VARIANT_1 },
    { body: { ...VARIANT_1, plan: { ...PLAN_1, braces: [{ ...BRACE_1, endWidth: null, endTopWidth: null }] } } },
  ],
  explorations: [
    {
      spec: { kind: 'sweep', variable: { of: 'braces', ids: ['x1'] }, from: -2e-3, to: 2e-3, steps: 5 },
      top: { plan: PLAN_1, thickness: 2.8e-3 },
    },
    {
      spec: {
        kind: 'doubt',
        draws: 20,
        seed: 1,
        spread: { density: 0.03, modulus: 0.1, braceDensity: 0.05, braceModulus: 0.1 },
      },
      top: { plan: { ...PLAN_1, braces: [] }, thickness: 2.8e-3 },
    },
  ],
  voicing_events: [{ body: SHAVING_1, forecast: { forecast: { mass: ESTIMATE }, settled: [] } }],
  knocks: [
    {
      place: { name: 'C2', x: 0.2, y: 0.03 },
      options: { from: 28 },
      analysis: { partials: [PARTIAL], loudness: -12, brightness: 300, ringTime: 0.7, rattle: 0.1 },
    },
  ],
  shapings: [
    {
      before: STICK,
      after: STICK,
      forecast: { removed: ESTIMATE, frequency: ESTIMATE, stiffness: 0.9 },
      outcome: null,
    },
  ],
  passes: [
    {
      tool: { kind: 'sander', depthPerPass: 1e-4 },
      taken: { kind: 'whole', passes: 2 },
      planned: [],
      forecast: { meanNow: 3e-3, meanAfter: ESTIMATE, massNow: ESTIMATE, massAfter: ESTIMATE },
      depths: { A1: 2e-4 },
    },
  ],
  targets: [{ body: TARGET_1 }],
  target_templates: [{ body: TARGET_1 }],
  glue_ups: [{ body: GLUE_1 }],
  jigs: [{ body: { kind: 'three-point', direction: 'along', span: 0.4, loadAt: 0.2, dialAt: 0.2, supportWidth: 0.3 } }],
  plate_checks: [{ input: { points: [] }, result: { compliance: ESTIMATE } }],
  wood_tests: [{ input: { points: [] }, result: { modulus: ESTIMATE } }],
  builds: [
    {
      wood: build.wood,
      outline: build.outline,
      holes: build.holes,
      stations: [],
      units: build.units,
      tool: build.tool,
      waits_for: null,
      choices: { bars: [] },
    },
  ],
};

/** Documents as the checks look at them. */
interface Read {
  plan: BracingPlan;
  body: { plan: BracingPlan };
  top: { plan: BracingPlan };
  spec: object;
  before: object;
  after: object;
  taken: object;
  wood: object;
  choices: object;
}

/** What today's program takes of each: the same rules that guard what is sent to it. */
const CHECKS: Record<string, (documents: Read) => void> = {
  bracing_plans: ({ plan }) => (valid(PlanDto, plan), checkBracingPlan(plan), isTapered(plan)),
  top_variants: ({ body }) => (valid(VariantDto, { ...body, name: 'Kept' }), isTapered(body.plan)),
  explorations: ({ spec, top }) => (valid(SpecDto, spec), checkBracingPlan(top.plan), isTapered(top.plan)),
  voicing_events: ({ body }) => valid(ShavingBodyDto, body),
  shapings: ({ before, after }) => (valid(BracePlanDto, before), valid(BracePlanDto, after)),
  passes: ({ taken }) => valid(TakenDto, taken),
  targets: ({ body }) => valid(TargetBodyDto, body),
  target_templates: ({ body }) => valid(TargetBodyDto, body),
  glue_ups: ({ body }) => valid(GlueUpDto, { ...body, person: '' }),
  jigs: ({ body }) => valid(JigBodyDto, body),
  builds: ({ wood, choices }) => (valid(WoodDto, wood), valid(ChoicesDto, choices)),
};

function valid<T extends object>(dto: ClassConstructor<T>, document: unknown): void {
  const faults = validateSync(plainToInstance(dto, document), { whitelist: true, forbidNonWhitelisted: true });
  expect(faults.map(({ property, constraints }) => [property, constraints])).toEqual([]);
}

const isTapered = ({ braces }: BracingPlan) =>
  expect(braces.every(({ endWidth, endTopWidth }) => endWidth !== undefined && endTopWidth !== undefined)).toBe(true);

describe('documents of an older program', () => {
  it.each(STORED_SHAPES.map((shape): [string, StoredShape] => [shape.table, shape]))(
    'of %s: every version that ever was is brought up to what is taken today',
    (table, shape) => {
      const samples = SAMPLES[table]!;
      expect(samples).toHaveLength(versionOf(shape)); // a new version needs a sample of its own
      samples.forEach((sample, i) => {
        const now = upgraded(shape, JSON.parse(JSON.stringify(sample)) as Record<string, unknown>, i + 1);
        expect(Object.keys(now).sort()).toEqual([...shape.columns].sort());
        CHECKS[table]?.(now as unknown as Read);
      });
    },
  );
  it('keeps the width of an end that was said', () => {
    const [, sample] = SAMPLES.bracing_plans!;
    const now = upgraded(STORED_SHAPES[0]!, sample!, 1) as { plan: BracingPlan };
    expect(now.plan.braces[0]!.endWidth).toBe(5e-3);
  });
});

describe('a bench of an older program', () => {
  let database: Awaited<ReturnType<typeof makeDatabase>>;
  let sequelize: Sequelize;
  const all = <T extends object>(statement: string, bind: unknown[] = []) =>
    sequelize.query<T>(statement, { bind, type: QueryTypes.SELECT });
  beforeAll(async () => {
    database = await makeDatabase();
    sequelize = new Sequelize(database.url, { dialect: 'postgres', logging: false });
  });
  afterAll(async () => {
    await sequelize.close();
    await database.drop();
  });

  it('keeps its sounds byte for byte, its plan with tapers, and the forecasts as they were said', async () => {
    await migrate(sequelize, '0009-trust');
    const json = JSON.stringify;
    await sequelize.query(
      `insert into builds (id, number, name, family, construction, plate, left_handed, wood, outline, holes, stations, units, tool, stage, stages_done, demo, choices, created_at, updated_at)
       values ($1, 1, 'Old', 'steel-string', 'flat', 'top', false, $2, $3, '[]', '[]', $4, $5, 'voice', '[]', false, '{}', now(), now())`,
      { bind: [build.id, json(build.wood), json(build.outline), json(METRIC), json(build.tool)] },
    );
    await sequelize.query(`insert into bracing_plans (build_id, plan, updated_at) values ($1, $2, now())`, {
      bind: [build.id, json(PLAN_1)],
    });
    const sound = randomBytes(600_001);
    await sequelize.query(
      `insert into knocks (id, build_id, about, round, at, person, source, analysis, size, bytes) values ($1, $1, 'plate', 1, now(), '', 'file', '{}', $2, $3)`,
      { bind: [build.id, sound.length, sound] },
    );
    await sequelize.query(
      `insert into voicing_events (id, build_id, round, kind, at, body) values ($1, $1, 1, 'shaving', now(), $2)`,
      { bind: [build.id, json(SHAVING_1)] },
    );
    await migrate(sequelize);
    await upgradeDocuments(sequelize);
    const pieces = await all<{ bytes: Buffer }>('select bytes from sound_pieces order by number');
    const digest = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
    expect(digest(Buffer.concat(pieces.map(({ bytes }) => bytes)))).toBe(digest(sound));
    expect(Math.max(...pieces.map(({ bytes }) => bytes.length))).toBe(262_144);
    const [record] = await all<{ plan: BracingPlan; shape: number; revision: number }>('select * from bracing_plans');
    expect(record).toMatchObject({ shape: 2, revision: 1, plan: { braces: [{ ...BRACE_1, endWidth: null }] } });
    const [event] = await all<{ forecast: object }>('select forecast from voicing_events');
    expect(event!.forecast).toEqual({ forecast: SHAVING_1.forecast, settled: SHAVING_1.settled });
  });
  it('is written in today’s shape from then on, and a second start finds nothing to do', async () => {
    const other = randomUUID();
    await sequelize.query(`insert into glue_ups (id, build_id, at, body) values ($1, $2, now(), $3)`, {
      bind: [other, build.id, JSON.stringify(GLUE_1)],
    });
    await upgradeDocuments(sequelize);
    expect(await all('select shape from glue_ups')).toEqual([{ shape: 1 }]);
    expect(await all('select shape from bracing_plans')).toEqual([{ shape: 2 }]);
  });
  it('is left alone when a newer program kept it, in words that say so', async () => {
    await sequelize.query('update bracing_plans set shape = 9');
    await expect(upgradeDocuments(sequelize)).rejects.toThrow('kept by a newer program (bracing_plans 9)');
    await sequelize.query('update bracing_plans set shape = 2');
  });
  it('goes through all steps in order, from wherever each row stands', async () => {
    const [plans] = STORED_SHAPES;
    const mark = (documents: Record<string, unknown>) => ({
      plan: { ...(documents.plan as object), steps: [...((documents.plan as { steps?: number[] }).steps ?? []), 3] },
    });
    await upgradeDocuments(sequelize, [{ ...plans!, steps: [...plans!.steps, mark, mark] }]);
    const [record] = await all<{ plan: { steps: number[] }; shape: number }>('select plan, shape from bracing_plans');
    expect(record).toMatchObject({ shape: 4, plan: { steps: [3, 3] } });
  });
});
