import type { Migration } from '../migration';

/** One word for one notion: what the record says of a shaving beforehand is a forecast. */
export const forecastColumn: Migration = {
  name: '0015-forecast-column',
  async up(query, transaction) {
    await query.renameColumn('voicing_events', 'foretold', 'forecast', { transaction });
  },
};
