import { Module } from '@nestjs/common';
import { TopVariant } from './variant.model';
import { SequelizeModule } from '@nestjs/sequelize';
import { VariantsController } from './variants.controller';
import { VariantsService } from './variants.service';

@Module({
  imports: [SequelizeModule.forFeature([TopVariant])],
  controllers: [VariantsController],
  providers: [VariantsService],
})
export class VariantsModule {}
