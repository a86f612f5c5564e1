import { Module } from '@nestjs/common';
import { WoodPhoto } from './models/wood-photo.model';
import { WoodWeighing } from './models/wood-weighing.model';
import { SequelizeModule } from '@nestjs/sequelize';
import { FlexModule } from '../flex/flex.module';
import { PhotosController } from './photos.controller';
import { PieceTrades } from './piece-trades.service';
import { PhotosService } from './photos.service';
import { WoodController } from './wood.controller';
import { WoodService } from './wood.service';

@Module({
  imports: [SequelizeModule.forFeature([WoodPhoto, WoodWeighing]), FlexModule],
  controllers: [WoodController, PhotosController],
  providers: [WoodService, PhotosService, PieceTrades],
  exports: [WoodService],
})
export class WoodModule {}
