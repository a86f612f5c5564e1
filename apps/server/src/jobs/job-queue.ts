/** The queue on the same database, so that more machines help by running more workers against it. */
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import PgBoss from 'pg-boss';
import { QueryTypes, type Transaction } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { Settings } from '../settings/settings';

export interface ExplorationJob {
  explorationId: string;
}

const EXPLORATIONS = 'explorations';
/** A worker that has not told of a job's end by then is taken for dead, and another takes the job up [s]. */
const USUAL_LEASE = 180;
/** How often the queue looks for dead workers [s]. */
const lookEvery = (lease: number) => Math.min(15, Math.max(1, lease / 4));
const POLL = 0.5;
const TAKE_UP_AGAIN = 5;

@Injectable()
export class JobQueue implements OnApplicationShutdown {
  private boss: Promise<PgBoss> | null = null;

  constructor(
    private readonly sequelize: Sequelize,
    private readonly settings: Settings,
  ) {}

  /** @param transaction the job is there if and only if what was written with it is */
  async send(job: ExplorationJob, transaction?: Transaction): Promise<void> {
    const boss = await this.open();
    await boss.send(EXPLORATIONS, job, transaction ? { db: within(this.sequelize, transaction) } : {});
  }

  /** One job after another until the program ends. */
  async work(handle: (job: ExplorationJob) => Promise<void>): Promise<void> {
    const boss = await this.open();
    await boss.work<ExplorationJob>(EXPLORATIONS, { pollingIntervalSeconds: POLL, batchSize: 1 }, async ([job]) => {
      if (job) await handle(job.data);
    });
  }

  /** A database that could not be reached is tried again the next time. */
  private open(): Promise<PgBoss> {
    return (this.boss ??= start(this.settings).catch((error: unknown) => {
      this.boss = null;
      throw error;
    }));
  }

  async onApplicationShutdown(): Promise<void> {
    const boss = await this.boss;
    // What is being worked on goes on elsewhere from the answers that are kept.
    await boss?.stop({ graceful: false, close: true });
  }
}

/** The queue leaves options out, the database wants them null. */
function within(sequelize: Sequelize, transaction: Transaction): PgBoss.Db {
  return {
    executeSql: async (text, values) => {
      const bind = values.map((value: unknown) => value ?? null);
      return { rows: await sequelize.query(text, { bind, transaction, type: QueryTypes.SELECT }) };
    },
  };
}

async function start({ DATABASE_URL, JOB_LEASE_SECONDS: lease = USUAL_LEASE }: Settings): Promise<PgBoss> {
  const boss = new PgBoss({
    connectionString: DATABASE_URL,
    schema: 'job_queue',
    application_name: 'nimble-spruce-jobs',
    max: 3,
    schedule: false,
    maintenanceIntervalSeconds: lookEvery(lease),
    expireInSeconds: lease,
    retryLimit: TAKE_UP_AGAIN,
    retryDelay: 0,
  });
  boss.on('error', (error) => process.stderr.write(`job queue: ${error.message}\n`));
  await boss.start();
  await boss.createQueue(EXPLORATIONS, {
    name: EXPLORATIONS,
    expireInSeconds: lease,
    retryLimit: TAKE_UP_AGAIN,
    retryDelay: 0,
  });
  return boss;
}
