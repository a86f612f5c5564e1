import { Module } from '@nestjs/common';
import { FlexModule } from '../flex/flex.module';
import { VerdictsModule } from '../verdicts/verdicts.module';
import { PassesService } from './passes.service';
import { SurveysController } from './surveys.controller';
import { SurveysService } from './surveys.service';

@Module({
  imports: [VerdictsModule, FlexModule],
  controllers: [SurveysController],
  providers: [SurveysService, PassesService],
})
export class SurveysModule {}
