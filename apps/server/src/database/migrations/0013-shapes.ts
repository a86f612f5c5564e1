import type { Migration } from '../migration';

const TABLES = [
  'bracing_plans',
  'top_variants',
  'explorations',
  'voicing_events',
  'knocks',
  'shapings',
  'passes',
  'targets',
  'target_templates',
  'glue_ups',
  'jigs',
  'plate_checks',
  'wood_tests',
  'builds',
];

/** The version of the shape of a row's documents; all that is there is of the first. */
export const shapes: Migration = {
  name: '0013-shapes',
  async up(query, transaction) {
    for (const table of TABLES) {
      const statement = `alter table ${table} add column shape smallint not null default 1`;
      await query.sequelize.query(statement, { transaction });
    }
  },
};
