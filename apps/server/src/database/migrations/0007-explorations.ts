import type { Migration } from '../migration';

/** Tops that were tried and kept beside the plan, and work on many tops with its exact inputs: answers are kept one by one, so that nothing is solved twice. */
const STATEMENTS = `
create table top_variants (
  id uuid primary key,
  build_id uuid not null references builds (id),
  at timestamptz not null,
  person text not null default '',
  name text not null,
  body jsonb not null,
  retracted_at timestamptz
);
create index top_variants_build on top_variants (build_id, at);
create table explorations (
  id uuid primary key,
  build_id uuid not null references builds (id),
  at timestamptz not null,
  person text not null default '',
  spec jsonb not null,
  hold text not null,
  top jsonb not null,
  state text not null default 'waiting' check (state in ('waiting', 'running', 'done', 'failed', 'cancelled')),
  total integer not null,
  result jsonb,
  problem text,
  finished_at timestamptz
);
create index explorations_build on explorations (build_id, at);
create table exploration_answers (
  exploration_id uuid not null references explorations (id),
  number integer not null,
  answer jsonb not null,
  primary key (exploration_id, number)
);
`;

export const explorations: Migration = {
  name: '0007-explorations',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
