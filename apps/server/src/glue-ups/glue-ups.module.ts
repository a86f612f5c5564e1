import { Module } from '@nestjs/common';
import { GlueUpRecord } from './glue-up.model';
import { SequelizeModule } from '@nestjs/sequelize';
import { GlueUpsController } from './glue-ups.controller';
import { GlueUpsService } from './glue-ups.service';

@Module({
  imports: [SequelizeModule.forFeature([GlueUpRecord])],
  controllers: [GlueUpsController],
  providers: [GlueUpsService],
})
export class GlueUpsModule {}
