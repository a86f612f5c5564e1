import type { ShopFacts, ThicknessBand } from '@nimble/core/graduation';
import { handRecords } from './hand-records';
import { Workshop } from './models/workshop.model';

/** What the workshop wrote over the shipped bands. */
export async function ownBands(): Promise<ThicknessBand[]> {
  return (await Workshop.findByPk(1, { attributes: ['id', 'bands'] }))?.bands ?? [];
}

/** What the workshop knows beside a plate, as the core takes it. */
export async function shopFacts(): Promise<ShopFacts> {
  const [people, bands] = await Promise.all([handRecords(), ownBands()]);
  return { hands: people.map(({ person, record }) => ({ person, record })), bands };
}
