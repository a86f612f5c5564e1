import type { Migration } from '../migration';

/** The record's own forecast of a shaving, beside what the page sent. What stood before is taken as it was; outcomes may be let in by hand. */
const STATEMENTS = `
alter table voicing_events
  add column foretold jsonb,
  drop constraint voicing_events_kind_check,
  add constraint voicing_events_kind_check check (kind in (
    'goal', 'flex', 'mass', 'shaving', 'let-in', 'reduction', 'repair', 'park', 'second-look', 'box', 'trim', 'resonances', 'strung', 'settling', 'outcome'
  ));
update voicing_events
   set foretold = jsonb_build_object('forecast', coalesce(body -> 'forecast', '{}'), 'settled', coalesce(body -> 'settled', '[]'))
 where kind = 'shaving';
`;

export const forecasts: Migration = {
  name: '0011-forecasts',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
