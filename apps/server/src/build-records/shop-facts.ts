import type { ShopFacts, ThicknessBand } from '@nimble/core/graduation';
import type { Build } from './models/build.model';
import { handRecords } from './hand-records';
import { Workshop } from './models/workshop.model';

/** What the workshop wrote over the shipped bands. */
export async function ownBands(): Promise<ThicknessBand[]> {
  return (await Workshop.findByPk(1, { attributes: ['id', 'bands'] }))?.bands ?? [];
}

/** What the workshop knows beside a plate, as the core takes it; of hands only where the plate goes by them. */
export async function shopFacts({ choices }: Pick<Build, 'choices'>): Promise<ShopFacts> {
  const [people, bands] = await Promise.all([choices.rules?.feel ? handRecords() : [], ownBands()]);
  return { hands: people.map(({ person, record }) => ({ person, record })), bands };
}
