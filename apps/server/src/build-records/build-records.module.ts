import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { BracingPlanRecord } from './models/bracing-plan.model';
import { BuildEvent } from './models/build-event.model';
import { Build } from './models/build.model';
import { KnockRecord } from './models/knock.model';
import { PassRecord } from './models/pass.model';
import { PlateCheckRecord } from './models/plate-check.model';
import { ReadingRecord } from './models/reading.model';
import { Survey } from './models/survey.model';
import { VoicingEvent } from './models/voicing-event.model';
import { WoodSet } from './models/wood-set.model';
import { WoodTest } from './models/wood-test.model';

/**
 * What several features read of a build and of the rack: their tables, and what they say together (plate now, top as
 * taken, top as shaved).
 */
@Module({
  imports: [
    SequelizeModule.forFeature([
      Build,
      BuildEvent,
      Survey,
      ReadingRecord,
      PassRecord,
      PlateCheckRecord,
      BracingPlanRecord,
      VoicingEvent,
      KnockRecord,
      WoodSet,
      WoodTest,
    ]),
  ],
})
export class BuildRecordsModule {}
