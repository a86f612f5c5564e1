import type { KnockPlace } from '@nimble/core/knock-map';

/** Column by column as laid, every other one the other way, so that the hand moves the least. */
export function serpentine(places: readonly KnockPlace[]): KnockPlace[] {
  const columns = new Map<string, KnockPlace[]>();
  for (const place of places) {
    const column = place.name.replace(/\d+$/, '');
    columns.set(column, [...(columns.get(column) ?? []), place]);
  }
  return [...columns.values()].flatMap((column, i) => (i % 2 === 0 ? column : column.reverse()));
}
