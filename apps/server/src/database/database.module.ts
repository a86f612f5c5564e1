/** The one connection to PostgreSQL: brought forward first, then told of its tables by the features that own them. */
import { Module } from '@nestjs/common';
import { SequelizeModule, type SequelizeModuleOptions } from '@nestjs/sequelize';
import { Sequelize } from 'sequelize-typescript';
import { Settings } from '../settings/settings';
import { oneAtATime } from './one-at-a-time';
import { migrate } from './migrate';
import { upgradeDocuments } from './stored-shapes';

const MOST_CONNECTIONS = 10;

async function bringForward(url: string): Promise<void> {
  const sequelize = new Sequelize(url, { dialect: 'postgres', logging: false });
  try {
    await oneAtATime(url, 'data', async () => {
      await migrate(sequelize);
      await upgradeDocuments(sequelize);
    });
  } finally {
    await sequelize.close();
  }
}

async function connection({ DATABASE_URL: uri }: Settings): Promise<SequelizeModuleOptions> {
  await bringForward(uri);
  return {
    uri,
    dialect: 'postgres',
    logging: false,
    pool: { max: MOST_CONNECTIONS },
    autoLoadModels: true,
    synchronize: false,
    retryAttempts: 0,
  };
}

@Module({ imports: [SequelizeModule.forRootAsync({ inject: [Settings], useFactory: connection })] })
export class DatabaseModule {}
