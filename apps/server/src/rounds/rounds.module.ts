import { Module } from '@nestjs/common';
import { CompareService } from './compare.service';
import { ForecastingService } from './forecasting.service';
import { RoundsController } from './rounds.controller';
import { RoundsService } from './rounds.service';

@Module({ controllers: [RoundsController], providers: [RoundsService, ForecastingService, CompareService] })
export class RoundsModule {}
