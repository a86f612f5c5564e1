import { Module } from '@nestjs/common';
import { FlexModule } from '../flex/flex.module';
import { GraduationModule } from '../graduation/graduation.module';
import { LedgerService } from './ledger.service';
import { SurveysController } from './surveys.controller';
import { SurveysService } from './surveys.service';

@Module({
  imports: [GraduationModule, FlexModule],
  controllers: [SurveysController],
  providers: [SurveysService, LedgerService],
  exports: [SurveysService],
})
export class SurveysModule {}
