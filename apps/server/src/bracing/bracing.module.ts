import { Module } from '@nestjs/common';
import { BracingController } from './bracing.controller';
import { BracingService } from './bracing.service';

@Module({ controllers: [BracingController], providers: [BracingService] })
export class BracingModule {}
