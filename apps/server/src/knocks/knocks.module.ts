import { Module } from '@nestjs/common';
import { KnocksController } from './knocks.controller';
import { KnocksService } from './knocks.service';

@Module({ controllers: [KnocksController], providers: [KnocksService] })
export class KnocksModule {}
