import { Module } from '@nestjs/common';
import { ComputeController } from './compute.controller';
import { Hearing } from './hearing';
import { SoundController } from './sound.controller';
import { StandInTop } from './synthetic-top';
import { TopSolver } from './top';

@Module({
  controllers: [ComputeController, SoundController],
  providers: [Hearing, TopSolver, StandInTop],
  exports: [Hearing, StandInTop],
})
export class ComputeModule {}
