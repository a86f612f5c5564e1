import { Module } from '@nestjs/common';
import { WoodController } from './wood.controller';
import { WoodService } from './wood.service';

@Module({ controllers: [WoodController], providers: [WoodService], exports: [WoodService] })
export class WoodModule {}
