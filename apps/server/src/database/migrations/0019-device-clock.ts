import type { Migration } from '../migration';

/** Beside each moment what was added to it, where the device's clock was off [ms]. */
const STATEMENTS = ['readings', 'surveys', 'passes', 'voicing_events', 'knocks']
  .map((table) => `alter table ${table} add column device_off integer;`)
  .join('\n');

export const deviceClock: Migration = {
  name: '0019-device-clock',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
