import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { Client } from 'pg';
import { Subject, type Observable } from 'rxjs';
import { setTimeout as wait } from 'node:timers/promises';
import { Settings } from '../settings/settings';

const CHANNEL = 'bench_changes';
const AGAIN_AFTER_MS = 1000;
/** What happened while nobody listened is not known. */
const ALL = 'all';

export interface Change {
  /** Id of a build, `bench` for rack and workshop, `all` where it is not known what. */
  of: string;
}

/** Hears what any server or worker changes in the database, and goes on hearing when that was away. */
@Injectable()
export class ChangesService implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly logger = new Logger('changes');
  private readonly heard = new Subject<Change>();
  private client: Client | null = null;
  private isOver = false;

  constructor(private readonly settings: Settings) {}

  onApplicationBootstrap(): void {
    void this.listen();
  }

  async onApplicationShutdown(): Promise<void> {
    this.isOver = true;
    this.heard.complete();
    await this.client?.end().catch(() => undefined);
  }

  stream(): Observable<Change> {
    return this.heard;
  }

  private async listen(): Promise<void> {
    for (let first = true; !this.isOver; first = false) {
      const client = new Client({ connectionString: this.settings.DATABASE_URL });
      const lost = new Promise<void>((accept) => {
        client.on('error', () => accept());
        client.on('end', () => accept());
      });
      client.on('notification', ({ payload }) => this.heard.next({ of: payload ?? ALL }));
      try {
        await client.connect();
        this.client = client;
        await client.query(`listen ${CHANNEL}`);
        if (!first) this.heard.next({ of: ALL });
        await lost;
      } catch (error) {
        if (!this.isOver) this.logger.warn(`changes can’t be heard: ${(error as Error).message}`);
      }
      await client.end().catch(() => undefined);
      if (!this.isOver) await wait(AGAIN_AFTER_MS);
    }
  }
}
