import { Module } from '@nestjs/common';
import { GraduationController } from './graduation.controller';
import { GraduationModule } from '../graduation/graduation.module';
import { VerdictsModule } from '../verdicts/verdicts.module';
import { BuildsController } from './builds.controller';
import { BuildsService } from './builds.service';

@Module({
  imports: [VerdictsModule, GraduationModule],
  controllers: [BuildsController, GraduationController],
  providers: [BuildsService],
})
export class BuildsModule {}
