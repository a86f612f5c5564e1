/** The browser's database as tests have it: in memory, in the order of the keys. */
type Place = Map<string, unknown>;

const usual: Place = new Map();
const places = new Map<string, Place>();

export const createStore = (database: string, name: string): Place => {
  const key = `${database}/${name}`;
  if (!places.has(key)) places.set(key, new Map());
  return places.get(key)!;
};
export const get = (key: string, place = usual) => Promise.resolve(place.get(key));
export const set = (key: string, value: unknown, place = usual) => Promise.resolve(void place.set(key, value));
export const del = (key: string, place = usual) => Promise.resolve(void place.delete(key));
export const clear = (place = usual) => Promise.resolve(place.clear());
export const entries = (place = usual) => Promise.resolve([...place]);
export const values = (place = usual) =>
  Promise.resolve([...place].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, value]) => value));

/** What one test kept is nothing to the next. */
export function clearPlaces(): void {
  usual.clear();
  for (const place of places.values()) place.clear();
}
