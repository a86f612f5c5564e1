import type { Migration } from '../migration';

/** No runout is a state of its own: a slope of zero that nobody looked for, on either half, was only the form's. */
const STATEMENTS = `
alter table wood_sets alter column runout drop not null;
alter table wood_sets alter column runout drop default;
update wood_sets set runout = null where runout = 0 and rises_bass is null and rises_treble is null;
`;

export const runoutUnseen: Migration = {
  name: '0020-runout-unseen',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
