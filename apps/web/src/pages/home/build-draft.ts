/**
 * A build under the form's hand: what is sent of it, and how it is laid over what another page made of the build
 * meanwhile.
 */
import { request, type FieldError } from '../../api/client';
import type { Build } from '../../api/types';

const FIELDS = [
  'number',
  'name',
  'family',
  'construction',
  'plate',
  'leftHanded',
  'scaleLength',
  'wood',
  'outline',
  'holes',
  'units',
] as const;

/** The number is kept as it is typed. */
export type Draft = Omit<Pick<Build, (typeof FIELDS)[number]>, 'number'> & { number: string };

export const toDraft = (build: Build): Draft => ({ ...build, number: String(build.number) });

export function ownErrors({ number, name }: Draft): FieldError[] {
  const errors: FieldError[] = [];
  if (!/^[1-9]\d{0,5}$/.test(number.trim())) errors.push({ field: 'number', message: 'A whole number, 1 or more' });
  if (name.trim() === '') errors.push({ field: 'name', message: 'Give it a name' });
  return errors;
}

export function create(draft: Draft, id: string): Promise<Build> {
  const isCarved = draft.construction === 'carved';
  const tool = isCarved ? { kind: 'scraper', depthPerPass: 2e-5 } : { kind: 'plane', depthPerPass: 5e-5 };
  return request<Build>('POST', '/builds', { id, tool, ...sentOf(draft, FIELDS) });
}

/** Sends what was changed, upon the revision that it was changed from. */
export const change = (from: Build, draft: Draft): Promise<Build> =>
  request<Build>('PATCH', `/builds/${from.id}`, sentOf(draft, touched(from, draft)), { upon: from.revision });

/** The draft over what stands now: what was not touched here, or is given up, is as it stands. */
export function rebased(from: Build, draft: Draft, stands: Build, givenUp: readonly string[] = []): Draft {
  const mine = touched(from, draft).filter((field) => !givenUp.includes(field));
  return { ...toDraft(stands), ...Object.fromEntries(mine.map((field) => [field, draft[field]])) };
}

function touched(from: Build, draft: Draft): (keyof Draft)[] {
  const before = toDraft(from);
  return FIELDS.filter((field) => JSON.stringify(draft[field]) !== JSON.stringify(before[field]));
}

function sentOf(draft: Draft, fields: readonly (keyof Draft)[]): Record<string, unknown> {
  const whole = { ...draft, number: Number(draft.number), name: draft.name.trim() };
  return Object.fromEntries(fields.map((field) => [field, whole[field]]));
}
