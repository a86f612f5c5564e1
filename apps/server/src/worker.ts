/**
 * A worker: takes explorations from the queue until it is stopped. As many as wanted may run, on as many machines,
 * against one database.
 */
import 'reflect-metadata';
import { Module } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import { DatabaseModule } from './database/database.module';
import { BuildRecordsModule } from './build-records/build-records.module';
import { ExplorationRunner } from './explorations/exploration-runner';
import { ExplorationsModule } from './explorations/explorations.module';
import { SettingsModule } from './settings/settings.module';

@Module({ imports: [SettingsModule, DatabaseModule, BuildRecordsModule, ExplorationsModule] })
class WorkerModule {}

async function main(): Promise<void> {
  const app = await NestFactory.createApplicationContext(WorkerModule, { logger: ['error', 'warn'] });
  app.enableShutdownHooks();
  await app.get(ExplorationRunner).start();
}

main().catch((error: unknown) => {
  process.stderr.write(
    `The worker could not start: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
  );
  process.exit(1);
});
