/** Faults of the machine that a person can do something about, told as what they are. */
import type { Problem } from './problem';

/** Errors of the database driver, of the files and of the connection carry what happened in these. */
interface Told {
  name?: string;
  code?: string;
  original?: { code?: string };
  parent?: { code?: string };
}

const PROBLEM = 'about:blank';
/** PostgreSQL's own codes: no space left, too many clients, shutting down and coming up. */
const DISK_FULL = new Set(['53100', 'ENOSPC']);
const AWAY = new Set(['53300', '57P01', '57P02', '57P03', 'ECONNREFUSED', 'ECONNRESET', '08006', '08001']);
const AWAY_NAMES = /^Sequelize(Connection|HostNotFound)|^SequelizeConnectionAcquireTimeoutError$/;
/** What PostgreSQL can't keep in a text: NUL, half a surrogate pair, or too deep a nesting. */
const UNTELLABLE = new Set(['22P05', '22021', '22P02', '54001']);

export const diskFull = (): Problem => ({
  type: PROBLEM,
  title: 'The disk is full: nothing more can be kept until there is room. Everything kept so far is safe.',
  status: 507,
});

/** @returns null where it is no such fault */
export function troubleOf(error: unknown): Problem | null {
  const { name = '', code, original, parent } = (error ?? {}) as Told;
  const codes = [code, original?.code, parent?.code].filter((one) => one !== undefined);
  const isOneOf = (known: ReadonlySet<string>) => codes.some((one) => known.has(one));
  if (isOneOf(DISK_FULL)) return diskFull();
  if (isOneOf(AWAY) || AWAY_NAMES.test(name))
    return { type: PROBLEM, title: 'The database is being started again. Try again in a moment.', status: 503 };
  if (isOneOf(UNTELLABLE))
    return { type: PROBLEM, title: 'A text holds characters that can’t be kept: type it again', status: 400 };
  return null;
}
