import type { Migration } from '../migration';

/**
 * Bands of thickness that the workshop writes over the shipped ones. Where they change, what stands of each plate is
 * to be judged anew: its newest survey that was read and what was begun since, rows in their order.
 */
const STATEMENTS = `
alter table workshops add column bands jsonb;
create or replace function mark_all_plates() returns trigger language plpgsql as $$
begin
  with chosen as (
         select surveys.id from surveys
          where surveys.retracted_at is null
            and surveys.number >= coalesce((select max(read_now.number) from surveys read_now
                  where read_now.build_id = surveys.build_id and read_now.retracted_at is null
                    and read_now.assessment is not null), 0)
          order by surveys.id for update of surveys)
  update surveys set revision = surveys.revision + 1 from chosen where surveys.id = chosen.id;
  return null;
end $$;
create trigger workshops_bands after update of bands on workshops
  for each row when (old.bands is distinct from new.bands) execute function mark_all_plates();
`;

export const ownBands: Migration = {
  name: '0021-own-bands',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
