/** Passwords, and secrets that a machine remembers: only what can't be turned back is kept of either. */
import { hash, verify } from '@node-rs/argon2';
import { createHash, randomBytes, randomInt } from 'node:crypto';

/** Of a random secret a plain hash will do: there is nothing to guess. */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('base64url');

export const newToken = (): string => randomBytes(32).toString('base64url');

/** No letter or figure that is mistaken for another: it may be typed from a screen. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
const CODE_LENGTH = 16;

/** Four by four; 79 bits. */
export const newCode = (): string =>
  Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');

/** As it is kept, however it was typed. */
export const plainCode = (typed: string): string => typed.toUpperCase().replace(/[^A-Z0-9]/g, '');

/** Argon2id with 19 MiB and two passes, the package's own setting and OWASP's advice of 2024. */
export const hashPassword = (password: string): Promise<string> => hash(password.normalize('NFKC'));

export const isPassword = (hashed: string, password: string): Promise<boolean> =>
  verify(hashed, password.normalize('NFKC')).catch(() => false);
