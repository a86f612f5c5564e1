import { Module } from '@nestjs/common';
import { GlueUpsController } from './glue-ups.controller';
import { GlueUpsService } from './glue-ups.service';

@Module({ controllers: [GlueUpsController], providers: [GlueUpsService] })
export class GlueUpsModule {}
