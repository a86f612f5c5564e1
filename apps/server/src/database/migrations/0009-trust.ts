import type { Migration } from '../migration';

/**
 * Passes as they were taken instead of forecasts alone; whole surveys, quick looks and weighings; surveys, passes and imports that can be taken back.
 * A survey's assessment is a copy of what its records say: `assessed_revision` tells whether it still does. Old ones are worked out anew.
 */
const STATEMENTS = `
create table passes (
  id uuid primary key,
  build_id uuid not null references builds (id),
  survey_id uuid not null references surveys (id),
  at timestamptz not null,
  person text not null default '',
  tool jsonb,
  taken jsonb,
  planned jsonb not null,
  forecast jsonb not null,
  depths jsonb,
  supersedes uuid references passes (id),
  retracted_at timestamptz
);
create index passes_build on passes (build_id, at);
insert into passes (id, build_id, survey_id, at, person, planned, forecast)
  select id, build_id, survey_id, at, person, coalesce(body -> 'steps', '[]'), body - 'steps' from pass_forecasts;
drop table pass_forecasts;
alter table surveys
  add column kind text not null default 'full' check (kind in ('full', 'quick', 'weight')),
  add column revision integer not null default 1,
  add column assessed_revision integer not null default 0,
  add column retracted_at timestamptz;
create index surveys_stale on surveys (build_id) where assessed_revision < revision;
alter table readings add column batch uuid;
`;

export const trust: Migration = {
  name: '0009-trust',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
