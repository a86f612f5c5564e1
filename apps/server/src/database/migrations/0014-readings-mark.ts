import type { Migration } from '../migration';

/** What notes the last reading of a survey also tells that its verdict is old, and that its build was worked on: a press of the caliper is one statement. */
const STATEMENTS = `
create or replace function note_last_reading() returns trigger language plpgsql as $$
begin
  with fresh as (select survey_id, max(at) as at from inserted group by survey_id),
       noted as (
         update surveys
            set last_read_at = greatest(surveys.last_read_at, fresh.at), revision = surveys.revision + 1
           from fresh where surveys.id = fresh.survey_id
         returning surveys.build_id)
  update builds set updated_at = now() from noted where builds.id = noted.build_id;
  return null;
end $$;
`;

export const readingsMark: Migration = {
  name: '0014-readings-mark',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
