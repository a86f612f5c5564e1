import { Module } from '@nestjs/common';
import { GraduationService } from './graduation.service';

/** Its routes lie under builds and are registered there, since a new target also asks for a new verdict. */
@Module({ providers: [GraduationService], exports: [GraduationService] })
export class GraduationModule {}
