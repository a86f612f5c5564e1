import { Module } from '@nestjs/common';
import { ComputeController } from './compute.controller';
import { SoundController } from './sound.controller';

@Module({ controllers: [ComputeController, SoundController] })
export class ComputeModule {}
