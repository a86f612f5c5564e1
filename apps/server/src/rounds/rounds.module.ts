import { Module } from '@nestjs/common';
import { CompareService } from './compare.service';
import { ForetellingService } from './foretelling.service';
import { RoundsController } from './rounds.controller';
import { RoundsService } from './rounds.service';

@Module({ controllers: [RoundsController], providers: [RoundsService, ForetellingService, CompareService] })
export class RoundsModule {}
