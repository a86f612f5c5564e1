import type { Migration } from '../migration';

/** What the bench shows of a survey, ready to be read without opening its whole assessment or counting its readings. */
const STATEMENTS = `
alter table surveys
  add column last_read_at timestamptz,
  add column mean double precision generated always as ((assessment -> 'statistics' ->> 'mean')::double precision) stored,
  add column headline text generated always as (assessment -> 'verdict' ->> 'headline') stored,
  add column verdict text generated always as (assessment -> 'verdict' ->> 'kind') stored;
update surveys set last_read_at = (select max(at) from readings where readings.survey_id = surveys.id);
create function note_last_reading() returns trigger language plpgsql as $$
begin
  update surveys
     set last_read_at = greatest(surveys.last_read_at, fresh.at)
    from (select survey_id, max(at) as at from inserted group by survey_id) as fresh
   where surveys.id = fresh.survey_id;
  return null;
end $$;
create trigger readings_note_last after insert on readings
  referencing new table as inserted for each statement execute function note_last_reading();
`;

export const benchColumns: Migration = {
  name: '0002-bench-columns',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
