import type { Migration } from '../migration';

/** Jigs described once, what was bent and heard on whole plates, photos of wood, and a build's own choices. Tests are only ever added or taken back. */
const STATEMENTS = `
create table jigs (
  id uuid primary key,
  name text not null,
  body jsonb not null,
  demo boolean not null default false,
  archived_at timestamptz,
  created_at timestamptz not null default now()
);
create table plate_checks (
  id uuid primary key,
  build_id uuid not null references builds (id),
  survey_id uuid references surveys (id),
  jig_id uuid references jigs (id),
  kind text not null,
  at timestamptz not null,
  person text not null default '',
  feel integer check (feel between 1 and 9),
  thickness double precision not null check (thickness > 0),
  thickness_sd double precision not null check (thickness_sd >= 0),
  input jsonb not null,
  result jsonb not null,
  retracted_at timestamptz
);
create index plate_checks_build on plate_checks (build_id, at);
create table wood_photos (
  id uuid primary key,
  set_id uuid not null references wood_sets (id),
  at timestamptz not null,
  person text not null default '',
  caption text not null default '',
  type text not null,
  size integer not null,
  bytes bytea not null,
  retracted_at timestamptz
);
alter table wood_photos alter column bytes set storage external;
create index wood_photos_set on wood_photos (set_id, at);
alter table wood_tests add column jig_id uuid references jigs (id), add column retracted_at timestamptz;
alter table wood_weighings add column retracted_at timestamptz;
alter table wood_sets add column rises_bass text, add column rises_treble text;
alter table builds add column choices jsonb not null default '{}';
`;

export const jigsAndChecks: Migration = {
  name: '0004-jigs-and-checks',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
