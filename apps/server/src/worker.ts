/** A worker: takes explorations from the queue until it is stopped. As many as wanted may run, on as many machines, against one database. */
import 'reflect-metadata';
import { Module } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import { DatabaseModule } from './database/database.module';
import { ExplorationRunner } from './explorations/exploration-runner';
import { JobsModule } from './jobs/jobs.module';

@Module({ imports: [DatabaseModule, JobsModule], providers: [ExplorationRunner] })
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
