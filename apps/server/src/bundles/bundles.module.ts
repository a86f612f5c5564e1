import { Module } from '@nestjs/common';
import { VerdictsModule } from '../verdicts/verdicts.module';
import { BundleInService } from './bundle-in.service';
import { BundleOutService } from './bundle-out.service';
import { BundlesController } from './bundles.controller';

/** Builds out as open files and in again. */
@Module({
  imports: [VerdictsModule],
  controllers: [BundlesController],
  providers: [BundleInService, BundleOutService],
})
export class BundlesModule {}
