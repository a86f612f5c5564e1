import type { Sequelize } from 'sequelize-typescript';
import { SequelizeStorage, Umzug } from 'umzug';
import { MIGRATIONS } from './migrations';

/** The data has been through steps that this program does not know: it would write what a newer one can't read. */
export class NewerData extends Error {
  constructor(steps: readonly string[]) {
    super(
      `The data here was brought forward by a newer program (${steps.join(', ')}): update this program, or start it on another folder with --data. Nothing was changed.`,
    );
  }
}

/**
 * Runs what has not run yet, forward only, each step whole or not at all. `upTo` stops early; tests use it.
 *
 * @throws NewerData
 */
export async function migrate(sequelize: Sequelize, upTo?: string): Promise<string[]> {
  const storage = new SequelizeStorage({ sequelize, tableName: 'migrations' });
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, up }) => ({
      name,
      up: () => sequelize.transaction((transaction) => up(sequelize.getQueryInterface(), transaction)),
    })),
    storage,
    logger: undefined,
  });
  const known = new Set(MIGRATIONS.map(({ name }) => name));
  const newer = (await storage.executed()).filter((name) => !known.has(name));
  if (newer.length > 0) throw new NewerData(newer);
  const done = await umzug.up(upTo ? { to: upTo } : {});
  return done.map(({ name }) => name);
}
