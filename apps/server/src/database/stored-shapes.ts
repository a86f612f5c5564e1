/**
 * How documents in the database are shaped. Every row with documents carries the version of their shape; what an older
 * program wrote is brought up step by step at start, so that all other code knows one shape only. A shape is changed by
 * adding a step here and a sample of the old one to the tests.
 */
import type { BracingPlan } from '@nimble/core/bracing';
import type { TopPlan } from '@nimble/core/top';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

/** The documents of one row, by column. */
type Documents = Record<string, unknown>;

export interface StoredShape {
  table: string;
  key: string;
  columns: readonly string[];
  /** From version 1 to 2, from 2 to 3 and so on. */
  steps: readonly ((documents: Documents) => Documents)[];
}

/** Version 2: both ends of every brace say their widths, null where it runs even. */
function withTapers(plan: BracingPlan): BracingPlan {
  return { ...plan, braces: plan.braces.map((brace) => ({ endWidth: null, endTopWidth: null, ...brace })) };
}

export const STORED_SHAPES: readonly StoredShape[] = [
  {
    table: 'bracing_plans',
    key: 'build_id',
    columns: ['plan'],
    steps: [({ plan }) => ({ plan: withTapers(plan as BracingPlan) })],
  },
  {
    table: 'top_variants',
    key: 'id',
    columns: ['body'],
    steps: [({ body }) => ({ body: { ...(body as object), plan: withTapers((body as { plan: BracingPlan }).plan) } })],
  },
  {
    table: 'explorations',
    key: 'id',
    columns: ['spec', 'top'],
    steps: [({ spec, top }) => ({ spec, top: { ...(top as TopPlan), plan: withTapers((top as TopPlan).plan) } })],
  },
  { table: 'voicing_events', key: 'id', columns: ['body', 'forecast'], steps: [] },
  { table: 'knocks', key: 'id', columns: ['place', 'options', 'analysis'], steps: [] },
  { table: 'shapings', key: 'id', columns: ['before', 'after', 'forecast', 'outcome'], steps: [] },
  { table: 'passes', key: 'id', columns: ['tool', 'taken', 'planned', 'forecast', 'depths'], steps: [] },
  { table: 'targets', key: 'id', columns: ['body'], steps: [] },
  { table: 'target_templates', key: 'id', columns: ['body'], steps: [] },
  { table: 'glue_ups', key: 'id', columns: ['body'], steps: [] },
  { table: 'jigs', key: 'id', columns: ['body'], steps: [] },
  { table: 'plate_checks', key: 'id', columns: ['input', 'result'], steps: [] },
  { table: 'wood_tests', key: 'id', columns: ['input', 'result'], steps: [] },
  {
    table: 'builds',
    key: 'id',
    columns: ['wood', 'outline', 'holes', 'stations', 'units', 'tool', 'waits_for', 'choices'],
    steps: [],
  },
];

export const versionOf = ({ steps }: StoredShape): number => steps.length + 1;

/** @param from the version that the documents are of */
export const upgraded = ({ steps }: StoredShape, documents: Documents, from: number): Documents =>
  steps.slice(from - 1).reduce((now, step) => step(now), documents);

/**
 * Brings every document up to this program's shape, each table whole or not at all; what is written from now on says
 * so.
 * @throws Error for data of a newer program
 */
export async function upgradeDocuments(sequelize: Sequelize, shapes = STORED_SHAPES): Promise<void> {
  for (const shape of shapes) {
    await sequelize.transaction(async (transaction) => {
      await refuseNewer(sequelize, shape, transaction);
      await upgradeTable(sequelize, shape, transaction);
      await writeAsNow(sequelize, shape, transaction);
    });
  }
}

async function refuseNewer(sequelize: Sequelize, shape: StoredShape, transaction: Transaction): Promise<void> {
  const { table } = shape;
  const rows = await sequelize.query<{ newest: number | null }>(`select max(shape) as newest from ${table}`, {
    type: QueryTypes.SELECT,
    transaction,
  });
  const newest = rows[0]?.newest ?? 1;
  if (newest > versionOf(shape))
    throw new Error(`This bench was kept by a newer program (${table} ${newest}): start that one, or restore a backup`);
}

/** Only where it says otherwise: the statement waits for all who read the table. */
async function writeAsNow(sequelize: Sequelize, shape: StoredShape, transaction: Transaction): Promise<void> {
  const { table } = shape;
  const said = await sequelize.query<{ version: string }>(
    `select column_default as version from information_schema.columns
       where table_schema = current_schema() and table_name = $1 and column_name = 'shape'`,
    { type: QueryTypes.SELECT, bind: [table], transaction },
  );
  const version = versionOf(shape);
  if (parseInt((said[0]?.version ?? '').replace(/\D/g, ''), 10) === version) return;
  await sequelize.query(`alter table ${table} alter column shape set default ${version}`, { transaction });
}

/** Rows that stand in memory at a time. */
const AT_ONCE = 200;

async function upgradeTable(sequelize: Sequelize, shape: StoredShape, transaction: Transaction): Promise<void> {
  const { table, key, columns } = shape;
  const listed = columns.map((column) => `"${column}"`).join(', ');
  const some = () =>
    sequelize.query<Documents & { shape: number }>(
      `select ${key}, shape, ${listed} from ${table} where shape < ${versionOf(shape)} limit ${AT_ONCE} for update`,
      { type: QueryTypes.SELECT, transaction },
    );
  const places = columns.map((column, i) => `"${column}" = $${i + 2}`).join(', ');
  for (let old = await some(); old.length > 0; old = await some())
    for (const row of old) {
      const now = upgraded(shape, Object.fromEntries(columns.map((column) => [column, row[column]])), row.shape);
      const documents = columns.map((column) => (now[column] === null ? null : JSON.stringify(now[column])));
      await sequelize.query(`update ${table} set ${places}, shape = ${versionOf(shape)} where ${key} = $1`, {
        bind: [row[key], ...documents],
        transaction,
      });
    }
}
