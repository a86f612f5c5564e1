import { Module } from '@nestjs/common';
import { ComputeModule } from '../compute/compute.module';
import { DemoService } from './demo.service';

@Module({ imports: [ComputeModule], providers: [DemoService] })
export class DemoModule {}
