/**
 * What goes along with builds, table by table, in the order in which rows rest on each other. A row is written as the
 * database has it, so that nothing is lost on the way; its documents carry the version of their shape.
 */

export interface BundleTable {
  table: string;
  /** Which rows are of the builds in $1. */
  of: string;
  /** In which order they are written, and read in again. */
  order: string;
  /** The column that says of which build a row is, where it has one. */
  build?: string;
}

const ofBuild = (table: string, order = 'at, id'): BundleTable => ({
  table,
  of: 'build_id = any($1)',
  order,
  build: 'build_id',
});
/** Boards that the builds were cut from; all of them where everything goes along ($2). */
const SETS = `($2 or id in (select (wood #>> '{set,id}')::uuid from builds where id = any($1)))`;
const OF_SETS = `set_id in (select id from wood_sets where ${SETS})`;

export const BUNDLE_TABLES: readonly BundleTable[] = [
  { table: 'people', of: 'true', order: 'name' },
  { table: 'jigs', of: 'true', order: 'name' },
  { table: 'wood_sets', of: SETS, order: 'name, id' },
  { table: 'wood_weighings', of: OF_SETS, order: 'at, id' },
  { table: 'wood_tests', of: OF_SETS, order: 'at, id' },
  { table: 'wood_photos', of: OF_SETS, order: 'at, id' },
  { table: 'builds', of: 'id = any($1)', order: 'number', build: 'id' },
  ofBuild('build_events'),
  ofBuild('targets'),
  ofBuild('surveys', 'number'),
  { table: 'readings', of: 'survey_id in (select id from surveys where build_id = any($1))', order: 'sequence' },
  ofBuild('passes'),
  ofBuild('plate_checks'),
  ofBuild('bracing_plans', 'build_id'),
  ofBuild('shapings'),
  ofBuild('glue_ups'),
  ofBuild('top_variants'),
  ofBuild('voicing_events'),
  ofBuild('knocks'),
  ofBuild('explorations'),
];

/** Bytes lie beside the rows, as files that anything opens. */
export const BYTES: Readonly<Record<string, readonly string[]>> = { wood_photos: ['bytes'] };
/** Given anew by the database. */
export const OWN_COUNT: Readonly<Record<string, readonly string[]>> = { readings: ['sequence'] };

export const rowsFile = (table: string) => `rows/${table}.json`;
export const soundFile = (id: string) => `sounds/${id}.wav`;
export const photoFile = (id: string) => `photos/${id}`;
export const MANIFEST = 'bundle.json';
export const KIND = 'nimble-spruce-bundle';
export const VERSION = 1;

export interface Manifest {
  kind: typeof KIND;
  version: number;
  at: string;
  /** Steps that the database it came from had been through. */
  migrations: string[];
}

export const README = `Builds of a bench in open files.

bundle.json          what this is, and of which version
rows/TABLE.json      the records as the bench keeps them: lists of objects, SI units, times in UTC
readings/*.csv       caliper readings of each survey: station, place and thickness, for any spreadsheet
sounds/ID.wav        what was heard of the record in rows/knocks.json with that id
photos/ID            pictures of wood, JPEG, PNG or WebP as rows/wood_photos.json says

It can be read in on another bench: "Read in a bundle" on its first page.
`;
