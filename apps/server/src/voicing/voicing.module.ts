import { Module } from '@nestjs/common';
import { CompareService } from './compare.service';
import { ForecastingService } from './forecasting.service';
import { VoicingController } from './voicing.controller';
import { VoicingService } from './voicing.service';

@Module({ controllers: [VoicingController], providers: [VoicingService, ForecastingService, CompareService] })
export class VoicingModule {}
