import type { Migration } from '../migration';

/**
 * The bench itself: who it is, so that a browser does not send to another bench what was written for this one; and which
 * parts of the demo are still to be laid out.
 */
const STATEMENTS = `
create table bench (
  id uuid primary key default gen_random_uuid(),
  only_one boolean not null default true unique check (only_one),
  demo_left jsonb
);
insert into bench default values;
`;

export const bench: Migration = {
  name: '0016-bench',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
