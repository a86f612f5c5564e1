import { Module } from '@nestjs/common';
import { Target } from './target.model';
import { TargetTemplate } from './target-template.model';
import { SequelizeModule } from '@nestjs/sequelize';
import { GraduationService } from './graduation.service';

/** Its routes lie under builds and are registered there, since a new target also asks for a new verdict. */
@Module({
  imports: [SequelizeModule.forFeature([Target, TargetTemplate])],
  providers: [GraduationService],
  exports: [GraduationService],
})
export class GraduationModule {}
