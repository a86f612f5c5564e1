import type { Migration } from '../migration';

/** Knocks and played recordings with their sounds. Only ever added or taken back; an analysis may be made anew from the sound. */
const STATEMENTS = `
create table knocks (
  id uuid primary key,
  build_id uuid not null references builds (id),
  about text not null check (about in ('plate', 'station', 'bar', 'played')),
  round integer not null default 1 check (round > 0),
  place jsonb not null default '{}',
  at timestamptz not null,
  person text not null default '',
  source text not null,
  options jsonb not null default '{}',
  analysis jsonb not null,
  size integer not null,
  bytes bytea not null,
  retracted_at timestamptz
);
alter table knocks alter column bytes set storage external;
create index knocks_build on knocks (build_id, at);
`;

export const knocks: Migration = {
  name: '0005-knocks',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
