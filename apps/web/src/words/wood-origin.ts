import type { BuildWood } from '@nimble/core/project';
import { speciesPrior } from '@nimble/core/wood';

/** Where a build's wood figures come from, to follow "The wood is …". */
export function woodOrigin({ source, set }: BuildWood): string {
  if (source === 'measured') return `${set?.name ?? 'a set of the rack'}, as measured`;
  return source === 'prior' ? 'not tested yet: its species’ mean stands in' : 'as you entered it';
}

/** The set that it was cut from, or its species. */
export const woodName = ({ set, species }: Pick<BuildWood, 'set' | 'species'>): string =>
  set?.name ?? (species && speciesPrior(species)?.name) ?? 'own figures';
