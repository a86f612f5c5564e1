import { Module } from '@nestjs/common';
import { FlexModule } from '../flex/flex.module';
import { PhotosController } from './photos.controller';
import { PhotosService } from './photos.service';
import { WoodController } from './wood.controller';
import { WoodService } from './wood.service';

@Module({
  imports: [FlexModule],
  controllers: [WoodController, PhotosController],
  providers: [WoodService, PhotosService],
  exports: [WoodService],
})
export class WoodModule {}
