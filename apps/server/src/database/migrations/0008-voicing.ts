import type { Migration } from '../migration';

/** What was read, taken off, wished for and decided while a plate is voiced, in time order. Only ever added; what was wrong is taken back and stays. */
const STATEMENTS = `
create table voicing_events (
  id uuid primary key,
  build_id uuid not null references builds (id),
  round integer not null check (round between 1 and 999),
  kind text not null check (kind in ('goal', 'flex', 'mass', 'shaving', 'reduction', 'repair', 'park', 'second-look', 'box', 'trim', 'resonances', 'strung', 'settling', 'outcome')),
  at timestamptz not null,
  person text not null default '',
  body jsonb not null,
  retracted_at timestamptz
);
create index voicing_events_build on voicing_events (build_id, at);
create index voicing_events_person on voicing_events (person, kind);
`;

export const voicing: Migration = {
  name: '0008-voicing',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
