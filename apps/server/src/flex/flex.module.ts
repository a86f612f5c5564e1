import { Module } from '@nestjs/common';
import { VerdictsModule } from '../verdicts/verdicts.module';
import { FlexController } from './flex.controller';
import { FlexService } from './flex.service';

@Module({ imports: [VerdictsModule], controllers: [FlexController], providers: [FlexService], exports: [FlexService] })
export class FlexModule {}
