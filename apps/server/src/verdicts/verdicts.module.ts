import { Module } from '@nestjs/common';
import { GraduationModule } from '../graduation/graduation.module';
import { LedgerService } from './ledger.service';
import { VerdictsService } from './verdicts.service';

@Module({
  imports: [GraduationModule],
  providers: [VerdictsService, LedgerService],
  exports: [VerdictsService, LedgerService],
})
export class VerdictsModule {}
