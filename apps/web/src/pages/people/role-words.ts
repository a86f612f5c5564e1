import type { AccountView } from '../../api/accounts';

/** What each may do, in a few words. */
export const ROLE_WORDS: Record<AccountView['role'], string> = {
  owner: 'an owner',
  helper: 'a helper',
};

export const ROLE_HINTS: Record<AccountView['role'], string> = {
  owner: 'Lets people in and out, reads in bundles, works at the bench.',
  helper: 'Works at the bench: builds, readings, rounds, the rack.',
};
