import { Module } from '@nestjs/common';
import { VariantsController } from './variants.controller';
import { VariantsService } from './variants.service';

@Module({ controllers: [VariantsController], providers: [VariantsService] })
export class VariantsModule {}
