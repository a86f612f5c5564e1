import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module';
import { ExplorationRunner } from './exploration-runner';
import { ExplorationsController } from './explorations.controller';
import { ExplorationsService } from './explorations.service';

@Module({
  imports: [JobsModule],
  controllers: [ExplorationsController],
  providers: [ExplorationsService, ExplorationRunner],
  exports: [ExplorationRunner],
})
export class ExplorationsModule {}
