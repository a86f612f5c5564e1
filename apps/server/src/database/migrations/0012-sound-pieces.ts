import type { Migration } from '../migration';

/** Sounds lie in pieces of 256 KiB: a long one goes in and out without standing in memory whole. */
const STATEMENTS = `
create table sound_pieces (
  knock_id uuid not null references knocks (id) on delete cascade,
  number integer not null check (number >= 0),
  bytes bytea not null,
  primary key (knock_id, number)
);
alter table sound_pieces alter column bytes set storage external;
insert into sound_pieces (knock_id, number, bytes)
  select id, piece, substring(bytes from piece * 262144 + 1 for 262144)
    from knocks, generate_series(0, (length(bytes) - 1) / 262144) as piece where length(bytes) > 0;
alter table knocks drop column bytes;
`;

export const soundPieces: Migration = {
  name: '0012-sound-pieces',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
