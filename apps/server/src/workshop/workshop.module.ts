import { Module } from '@nestjs/common';
import { Bench } from './bench.model';
import { Person } from './person.model';
import { Workshop } from '../build-records/models/workshop.model';
import { SequelizeModule } from '@nestjs/sequelize';
import { WorkshopController } from './workshop.controller';
import { WorkshopService } from './workshop.service';

@Module({
  imports: [SequelizeModule.forFeature([Bench, Person, Workshop])],
  controllers: [WorkshopController],
  providers: [WorkshopService],
  exports: [WorkshopService],
})
export class WorkshopModule {}
