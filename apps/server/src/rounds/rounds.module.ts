import { Module } from '@nestjs/common';
import { CompareService } from './compare.service';
import { RoundsController } from './rounds.controller';
import { RoundsService } from './rounds.service';

@Module({ controllers: [RoundsController], providers: [RoundsService, CompareService] })
export class RoundsModule {}
