import { Module } from '@nestjs/common';
import { Exploration } from './models/exploration.model';
import { ExplorationAnswer } from './models/exploration-answer.model';
import { SequelizeModule } from '@nestjs/sequelize';
import { JobsModule } from '../jobs/jobs.module';
import { ExplorationRunner } from './exploration-runner';
import { ExplorationsController } from './explorations.controller';
import { ExplorationsService } from './explorations.service';

@Module({
  imports: [SequelizeModule.forFeature([Exploration, ExplorationAnswer]), JobsModule],
  controllers: [ExplorationsController],
  providers: [ExplorationsService, ExplorationRunner],
  exports: [ExplorationRunner],
})
export class ExplorationsModule {}
