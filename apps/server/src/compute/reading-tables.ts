import { HttpStatus, Injectable, type OnApplicationShutdown } from '@nestjs/common';
import type { ReadingsImport } from '@nimble/core/formats';
import type { PlateShape } from '@nimble/core/outline';
import type { Station } from '@nimble/core/survey';
import type { UnitChoice } from '@nimble/core/units';
import { ProblemException } from '../http/problem';
import { WorkerPool } from './worker-pool';

export interface ReadingTable {
  text: string;
  stations: readonly Station[];
  units: UnitChoice;
  shape: PlateShape;
}

/** A table of readings takes a tenth of a second. */
const LIMIT_MS = 8000;

/** Reads tables that strangers made off the server's own thread. */
@Injectable()
export class ReadingTables implements OnApplicationShutdown {
  private readonly pool = new WorkerPool<ReadingTable, ReadingsImport>({
    file: 'reading-tables.worker',
    atOnce: 1,
    timeBudget: LIMIT_MS,
    tooLate: () =>
      new ProblemException({
        type: 'about:blank',
        title: 'The file was not read within 8 s: it is broken, or no list of readings',
        status: HttpStatus.UNPROCESSABLE_ENTITY,
      }),
  });

  read(table: ReadingTable): Promise<ReadingsImport> {
    return this.pool.run(table);
  }

  onApplicationShutdown(): Promise<void> {
    return this.pool.close();
  }
}
