import { Module, RequestMethod } from '@nestjs/common';
import { LoggerModule } from 'nestjs-pino';
import { BracingModule } from './bracing/bracing.module';
import { BuildsModule } from './builds/builds.module';
import { ComputeModule } from './compute/compute.module';
import { DatabaseModule } from './database/database.module';
import { DemoModule } from './demo/demo.module';
import { DevicesModule } from './devices/devices.module';
import { ExplorationsModule } from './explorations/explorations.module';
import { FlexModule } from './flex/flex.module';
import { GlueUpsModule } from './glue-ups/glue-ups.module';
import { HealthController } from './health.controller';
import { KnocksModule } from './knocks/knocks.module';
import { RoundsModule } from './rounds/rounds.module';
import { SurveysModule } from './surveys/surveys.module';
import { VariantsModule } from './variants/variants.module';
import { WoodModule } from './wood/wood.module';
import { WorkshopModule } from './workshop/workshop.module';

const logging = LoggerModule.forRoot({
  forRoutes: [{ path: '{*path}', method: RequestMethod.ALL }],
  pinoHttp: {
    level: process.env.LOG_LEVEL ?? 'info',
    autoLogging: { ignore: (request) => request.url?.startsWith('/assets') ?? false },
  },
});

@Module({
  imports: [
    logging,
    DatabaseModule,
    WorkshopModule,
    BuildsModule,
    SurveysModule,
    ComputeModule,
    WoodModule,
    FlexModule,
    KnocksModule,
    BracingModule,
    GlueUpsModule,
    VariantsModule,
    RoundsModule,
    ExplorationsModule,
    DevicesModule,
    DemoModule,
  ],
  controllers: [HealthController],
})
export class AppModule {}
