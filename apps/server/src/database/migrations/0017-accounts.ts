import type { Migration } from '../migration';

/**
 * Who may come in from other devices: accounts of people, where each is signed in, and invitations. Of passwords,
 * sessions and invitations only hashes are kept.
 */
const STATEMENTS = `
create table accounts (
  id uuid primary key default gen_random_uuid(),
  person_id uuid not null unique references people (id) on delete cascade,
  role text not null check (role in ('owner', 'helper')),
  password_hash text not null,
  created_at timestamptz not null default now()
);
create table sessions (
  id uuid primary key default gen_random_uuid(),
  token_hash text not null unique,
  account_id uuid not null references accounts (id) on delete cascade,
  device text not null,
  shared boolean not null default false,
  created_at timestamptz not null default now(),
  seen_at timestamptz not null default now()
);
create index sessions_of_account on sessions (account_id);
create table invitations (
  id uuid primary key default gen_random_uuid(),
  code_hash text not null unique,
  role text not null check (role in ('owner', 'helper')),
  person_id uuid references people (id) on delete cascade,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null
);
`;

export const accounts: Migration = {
  name: '0017-accounts',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
