import type { BracePlan, BracingPlan } from '@nimble/core/bracing';
import type { Family } from '@nimble/core/outline';
import { QueryTypes } from 'sequelize';
import type { Migration } from '../migration';

/** The plan of a plate's braces, steps of shaping with their forecasts, glue-ups; a person's experience, the workshop's glues. */
const STATEMENTS = `
create table bracing_plans (
  build_id uuid primary key references builds (id),
  plan jsonb not null,
  updated_at timestamptz not null default now()
);
create table shapings (
  id uuid primary key,
  build_id uuid not null references builds (id),
  brace_id text not null,
  name text not null,
  at timestamptz not null,
  person text not null default '',
  heard_before double precision,
  before jsonb not null,
  after jsonb not null,
  forecast jsonb not null,
  outcome jsonb,
  outcome_at timestamptz,
  retracted_at timestamptz
);
create index shapings_build on shapings (build_id, at);
create table glue_ups (
  id uuid primary key,
  build_id uuid not null references builds (id),
  at timestamptz not null,
  person text not null default '',
  body jsonb not null,
  retracted_at timestamptz
);
create index glue_ups_build on glue_ups (build_id, at);
alter table people add column experience text not null default 'some' check (experience in ('new', 'some', 'seasoned'));
alter table workshops add column glues jsonb;
`;

/** What a brace and a bridge were when this migration shipped; what the core takes for usual may change later. */
const STOCK = { modulus: 11500000000, density: 410 };
const BRIDGES: Record<Family, BracingPlan['bridge']> = {
  'steel-string': {
    kind: 'pinned',
    fretAtBody: 14,
    compensationTreble: 0.002,
    compensationBass: 0.005,
    bassScale: null,
    span: 0.165,
    width: 0.03,
    stringHeight: 0.0125,
    angleBefore: 0.06,
    angleBehind: 0.21,
  },
  'nylon-string': {
    kind: 'tied',
    fretAtBody: 12,
    compensationTreble: 0.001,
    compensationBass: 0.002,
    bassScale: null,
    span: 0.19,
    width: 0.03,
    stringHeight: 0.0105,
    angleBefore: 0.06,
    angleBehind: 0.21,
  },
  'arched-guitar': {
    kind: 'floating',
    fretAtBody: 14,
    compensationTreble: 0.002,
    compensationBass: 0.005,
    bassScale: null,
    span: 0.14,
    width: 0.014,
    stringHeight: 0.05,
    angleBefore: 0.06,
    angleBehind: 0.21,
  },
  mandolin: {
    kind: 'floating',
    fretAtBody: 14,
    compensationTreble: 0.002,
    compensationBass: 0.005,
    bassScale: null,
    span: 0.11,
    width: 0.01,
    stringHeight: 0.026,
    angleBefore: 0.06,
    angleBehind: 0.21,
  },
  ukulele: {
    kind: 'tied',
    fretAtBody: 14,
    compensationTreble: 0.001,
    compensationBass: 0.0015,
    bassScale: null,
    span: 0.09,
    width: 0.022,
    stringHeight: 0.008,
    angleBefore: 0.06,
    angleBehind: 0.21,
  },
  other: {
    kind: 'pinned',
    fretAtBody: 14,
    compensationTreble: 0.002,
    compensationBass: 0.005,
    bassScale: null,
    span: 0.165,
    width: 0.03,
    stringHeight: 0.0125,
    angleBefore: 0.06,
    angleBehind: 0.21,
  },
};

interface OldBuild {
  id: string;
  family: Family;
  braces: BracePlan[];
}

/** Braces that were drawn without a place are laid side by side across the lower part, to be dragged to where they belong. */
function placed({ family, braces }: OldBuild): BracingPlan {
  return {
    braces: braces.map((brace, i) => {
      const at = 0.26 + 0.02 * i;
      const line = { from: [at, -brace.length / 2] as const, to: [at, brace.length / 2] as const };
      return {
        ...STOCK,
        ...brace,
        id: `drawn-${i + 1}`,
        role: 'free',
        ...line,
        to: [at, brace.length / 2],
        ends: ['stopped', 'stopped'],
        underside: 'plate',
        radius: null,
        grainSlope: 0,
        ringAngle: 0,
        accessHole: false,
        stock: null,
      };
    }),
    laps: [],
    patches: [],
    bridge: BRIDGES[family],
    strings: null,
    archRadius: null,
    dishRadius: null,
    rodThroughHole: false,
  };
}

export const bracing: Migration = {
  name: '0006-bracing',
  async up(query, transaction) {
    const { sequelize } = query;
    await sequelize.query(STATEMENTS, { transaction });
    const old = await sequelize.query<OldBuild>(
      `select id, family, choices->'braces' as braces from builds where jsonb_array_length(coalesce(choices->'braces', '[]')) > 0`,
      { type: QueryTypes.SELECT, transaction },
    );
    for (const build of old)
      await sequelize.query('insert into bracing_plans (build_id, plan) values (:id, :plan)', {
        replacements: { id: build.id, plan: JSON.stringify(placed(build)) },
        transaction,
      });
    await sequelize.query(`update builds set choices = choices - 'braces'`, { transaction });
  },
};
