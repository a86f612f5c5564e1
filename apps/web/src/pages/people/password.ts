import type { FieldError } from '../../api/client';

const LEAST = 8;

/** What is wrong with a new password, typed twice. */
export function wrongPassword(password: string, again: string): FieldError[] {
  if ([...password].length < LEAST)
    return [
      { field: 'password', message: `At least ${LEAST} characters: three or four words are easy to keep in mind` },
    ];
  return again === password ? [] : [{ field: 'again', message: 'The two are not the same' }];
}
