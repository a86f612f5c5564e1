import type { Migration } from '../migration';

/** What two pages may change at once counts its changes, so that none is lost unseen. `field_revisions`: the revision in which each field last changed. */
const STATEMENTS = `
alter table builds
  add column revision integer not null default 1,
  add column field_revisions jsonb not null default '{}';
alter table bracing_plans add column revision integer not null default 1;
`;

export const revisions: Migration = {
  name: '0010-revisions',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
