import { Module } from '@nestjs/common';
import { GraduationModule } from '../graduation/graduation.module';
import { LedgerService } from './ledger.service';
import { SurveysController } from './surveys.controller';
import { SurveysService } from './surveys.service';

@Module({
  imports: [GraduationModule],
  controllers: [SurveysController],
  providers: [SurveysService, LedgerService],
  exports: [SurveysService],
})
export class SurveysModule {}
