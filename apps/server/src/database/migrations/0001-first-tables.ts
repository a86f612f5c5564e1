import type { Migration } from '../migration';

/** Quantities are SI in double precision; what people typed is kept beside them as text. Readings are only ever added. */
const STATEMENTS = `
create table workshops (
  id integer primary key check (id = 1),
  name text not null,
  demo boolean not null default false
);
create table people (
  id uuid primary key,
  name text not null,
  role text not null default ''
);
create table builds (
  id uuid primary key,
  number integer not null check (number > 0),
  name text not null,
  family text not null,
  construction text not null,
  plate text not null,
  left_handed boolean not null default false,
  scale_length double precision,
  wood jsonb not null,
  outline jsonb not null,
  holes jsonb not null,
  stations jsonb not null,
  units jsonb not null,
  tool jsonb not null,
  stage text not null,
  stages_done jsonb not null,
  waits_for jsonb,
  demo boolean not null default false,
  archived_at timestamptz,
  created_at timestamptz not null,
  updated_at timestamptz not null
);
create unique index builds_number on builds (number) where archived_at is null;
create table build_events (
  id uuid primary key,
  build_id uuid not null references builds (id),
  kind text not null,
  at timestamptz not null,
  person text not null default '',
  body jsonb not null
);
create index build_events_build on build_events (build_id, at);
create table targets (
  id uuid primary key,
  build_id uuid not null references builds (id),
  at timestamptz not null,
  person text not null default '',
  body jsonb not null
);
create index targets_build on targets (build_id, at);
create table target_templates (
  id uuid primary key,
  name text not null unique,
  body jsonb not null
);
create table surveys (
  id uuid primary key,
  build_id uuid not null references builds (id),
  number integer not null,
  person text not null default '',
  started_at timestamptz not null,
  finished_at timestamptz,
  relative_humidity double precision check (relative_humidity between 0 and 1),
  temperature_c double precision,
  mass double precision check (mass > 0),
  typed jsonb not null default '{}',
  note text not null default '',
  assessment jsonb,
  unique (build_id, number)
);
create table readings (
  id uuid primary key,
  survey_id uuid not null references surveys (id),
  station text not null,
  x double precision not null,
  y double precision not null,
  thickness double precision check (thickness > 0 and thickness <= 0.1),
  typed text not null,
  source text not null,
  kept boolean not null default false,
  supersedes uuid references readings (id),
  person text not null default '',
  at timestamptz not null,
  sequence bigint generated always as identity
);
create index readings_survey on readings (survey_id, sequence);
create table pass_forecasts (
  id uuid primary key,
  build_id uuid not null references builds (id),
  survey_id uuid not null references surveys (id),
  at timestamptz not null,
  person text not null default '',
  body jsonb not null
);
create index pass_forecasts_build on pass_forecasts (build_id, at);
`;

export const firstTables: Migration = {
  name: '0001-first-tables',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
