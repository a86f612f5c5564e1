import type { Migration } from '../migration';

/**
 * A set has its pieces, from bass to treble, and each weight and test is of one of them. What was measured before was
 * of one half: the first.
 */
const STATEMENTS = `
alter table wood_sets add column pieces jsonb not null default '[{"mark": "A"}, {"mark": "B"}]';
update wood_sets set pieces = '[{"mark": "A"}]' where use = 'brace';
alter table wood_weighings add column piece text not null default 'A' check (piece in ('A', 'B', 'C', 'D'));
alter table wood_tests add column piece text not null default 'A' check (piece in ('A', 'B', 'C', 'D'));
`;

export const pieces: Migration = {
  name: '0022-pieces',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
