import { Module } from '@nestjs/common';
import { Jig } from './models/jig.model';
import { SequelizeModule } from '@nestjs/sequelize';
import { VerdictsModule } from '../verdicts/verdicts.module';
import { FlexController } from './flex.controller';
import { FlexService } from './flex.service';

@Module({
  imports: [SequelizeModule.forFeature([Jig]), VerdictsModule],
  controllers: [FlexController],
  providers: [FlexService],
  exports: [FlexService],
})
export class FlexModule {}
