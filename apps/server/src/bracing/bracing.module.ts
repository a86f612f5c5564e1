import { Module } from '@nestjs/common';
import { ShapingRecord } from './models/shaping.model';
import { SequelizeModule } from '@nestjs/sequelize';
import { BracingController } from './bracing.controller';
import { BracingService } from './bracing.service';

@Module({
  imports: [SequelizeModule.forFeature([ShapingRecord])],
  controllers: [BracingController],
  providers: [BracingService],
})
export class BracingModule {}
