import { Module } from '@nestjs/common';
import { ComputeController } from './compute.controller';
import { Hearing } from './hearing';
import { ReadingTables } from './reading-tables';
import { SoundController } from './sound.controller';
import { StandInTop } from './synthetic-top';
import { TopSolver } from './top';

@Module({
  controllers: [ComputeController, SoundController],
  providers: [Hearing, TopSolver, StandInTop, ReadingTables],
  exports: [Hearing, StandInTop, ReadingTables],
})
export class ComputeModule {}
