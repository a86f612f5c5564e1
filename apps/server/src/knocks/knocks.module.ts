import { Module } from '@nestjs/common';
import { SoundPiece } from './models/sound-piece.model';
import { SequelizeModule } from '@nestjs/sequelize';
import { ComputeModule } from '../compute/compute.module';
import { KnocksController } from './knocks.controller';
import { KnocksService } from './knocks.service';

@Module({
  imports: [SequelizeModule.forFeature([SoundPiece]), ComputeModule],
  controllers: [KnocksController],
  providers: [KnocksService],
})
export class KnocksModule {}
