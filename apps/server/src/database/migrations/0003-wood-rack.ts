import type { Migration } from '../migration';

/** Sets of wood, their weighings and tests. Weighings and tests are only ever added. */
const STATEMENTS = `
create table wood_sets (
  id uuid primary key,
  name text not null,
  use text not null,
  species text not null,
  cut text not null,
  worked text not null,
  length double precision not null check (length > 0),
  width double precision not null check (width > 0),
  thickness double precision not null check (thickness > 0),
  grain_lines_per_cm double precision check (grain_lines_per_cm > 0),
  runout double precision not null default 0,
  off_quarter double precision not null default 0,
  figure text not null default '',
  colour text not null default '',
  price text not null default '',
  place text not null default '',
  note text not null default '',
  rejected text,
  demo boolean not null default false,
  archived_at timestamptz,
  created_at timestamptz not null,
  updated_at timestamptz not null
);
create table wood_weighings (
  id uuid primary key,
  set_id uuid not null references wood_sets (id),
  at timestamptz not null,
  person text not null default '',
  mass double precision not null check (mass > 0),
  relative_humidity double precision check (relative_humidity between 0 and 1),
  temperature_c double precision
);
create index wood_weighings_set on wood_weighings (set_id, at);
create table wood_tests (
  id uuid primary key,
  set_id uuid not null references wood_sets (id),
  kind text not null,
  at timestamptz not null,
  person text not null default '',
  feel integer check (feel between 1 and 9),
  input jsonb not null,
  result jsonb not null
);
create index wood_tests_set on wood_tests (set_id, at);
`;

export const woodRack: Migration = {
  name: '0003-wood-rack',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
