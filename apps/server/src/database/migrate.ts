import type { Sequelize } from 'sequelize-typescript';
import { SequelizeStorage, Umzug } from 'umzug';
import { MIGRATIONS } from './migrations';

/** Runs what has not run yet, forward only, each step whole or not at all. `upTo` stops early; tests use it. */
export async function migrate(sequelize: Sequelize, upTo?: string): Promise<string[]> {
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, up }) => ({
      name,
      up: () => sequelize.transaction((transaction) => up(sequelize.getQueryInterface(), transaction)),
    })),
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
    logger: undefined,
  });
  const done = await umzug.up(upTo ? { to: upTo } : {});
  return done.map(({ name }) => name);
}
