/** Who may ask a route, where the bench has accounts; the guard of the accounts reads it. */
import { SetMetadata } from '@nestjs/common';

export const IS_OPEN = 'is-open';
export const IS_FOR_OWNERS = 'is-for-owners';

/** Anyone may ask it who reaches this machine. */
export const OpenToAll = () => SetMetadata(IS_OPEN, true);

/** Only an owner may, where there are accounts. */
export const ForOwners = () => SetMetadata(IS_FOR_OWNERS, true);
