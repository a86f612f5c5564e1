import { Module } from '@nestjs/common';
import { Person } from './person.model';
import { Workshop } from './workshop.model';
import { SequelizeModule } from '@nestjs/sequelize';
import { WorkshopController } from './workshop.controller';
import { WorkshopService } from './workshop.service';

@Module({
  imports: [SequelizeModule.forFeature([Person, Workshop])],
  controllers: [WorkshopController],
  providers: [WorkshopService],
})
export class WorkshopModule {}
