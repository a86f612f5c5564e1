import { Module } from '@nestjs/common';
import { ComputeModule } from '../compute/compute.module';
import { FlexModule } from '../flex/flex.module';
import { VerdictsModule } from '../verdicts/verdicts.module';
import { PassesService } from './passes.service';
import { SurveysController } from './surveys.controller';
import { SurveysService } from './surveys.service';

@Module({
  imports: [VerdictsModule, FlexModule, ComputeModule],
  controllers: [SurveysController],
  providers: [SurveysService, PassesService],
})
export class SurveysModule {}
