import { Module } from '@nestjs/common';
import { GraduationModule } from '../graduation/graduation.module';
import { HandReachService } from './hand-reach.service';
import { LedgerService } from './ledger.service';
import { VerdictsService } from './verdicts.service';

@Module({
  imports: [GraduationModule],
  providers: [VerdictsService, LedgerService, HandReachService],
  exports: [VerdictsService, LedgerService],
})
export class VerdictsModule {}
