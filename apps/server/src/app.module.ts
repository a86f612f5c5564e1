import { Module, RequestMethod } from '@nestjs/common';
import { LoggerModule } from 'nestjs-pino';
import { AccountsModule } from './accounts/accounts.module';
import { BracingModule } from './bracing/bracing.module';
import { BuildRecordsModule } from './build-records/build-records.module';
import { BuildsModule } from './builds/builds.module';
import { BundlesModule } from './bundles/bundles.module';
import { ChangesModule } from './changes/changes.module';
import { ComputeModule } from './compute/compute.module';
import { DatabaseModule } from './database/database.module';
import { DemoModule } from './demo/demo.module';
import { DevicesModule } from './devices/devices.module';
import { ExplorationsModule } from './explorations/explorations.module';
import { FlexModule } from './flex/flex.module';
import { GlueUpsModule } from './glue-ups/glue-ups.module';
import { HealthController } from './health.controller';
import { KnocksModule } from './knocks/knocks.module';
import { VoicingModule } from './voicing/voicing.module';
import { Settings } from './settings/settings';
import { SettingsModule } from './settings/settings.module';
import { SurveysModule } from './surveys/surveys.module';
import { VariantsModule } from './variants/variants.module';
import { WoodModule } from './wood/wood.module';
import { WorkshopModule } from './workshop/workshop.module';

const logging = LoggerModule.forRootAsync({
  inject: [Settings],
  useFactory: ({ LOG_LEVEL = 'info' }: Settings) => ({
    forRoutes: [{ path: '{*path}', method: RequestMethod.ALL }],
    pinoHttp: {
      level: LOG_LEVEL,
      autoLogging: { ignore: (request) => request.url?.startsWith('/assets') ?? false },
    },
  }),
});

@Module({
  imports: [
    SettingsModule,
    logging,
    DatabaseModule,
    BuildRecordsModule,
    WorkshopModule,
    AccountsModule,
    ChangesModule,
    BuildsModule,
    BundlesModule,
    SurveysModule,
    ComputeModule,
    WoodModule,
    FlexModule,
    KnocksModule,
    BracingModule,
    GlueUpsModule,
    VariantsModule,
    VoicingModule,
    ExplorationsModule,
    DevicesModule,
    DemoModule,
  ],
  controllers: [HealthController],
})
export class AppModule {}
