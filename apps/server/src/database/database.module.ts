import { Global, Inject, Module, type OnApplicationShutdown } from '@nestjs/common';
import { Sequelize } from 'sequelize-typescript';
import { BracingPlanRecord } from '../bracing/models/bracing-plan.model';
import { ShapingRecord } from '../bracing/models/shaping.model';
import { Build } from '../builds/models/build.model';
import { BuildEvent } from '../builds/models/build-event.model';
import { Target } from '../graduation/target.model';
import { TargetTemplate } from '../graduation/target-template.model';
import { PassRecord } from '../surveys/models/pass.model';
import { ReadingRecord } from '../surveys/models/reading.model';
import { Survey } from '../surveys/models/survey.model';
import { Jig } from '../flex/models/jig.model';
import { PlateCheckRecord } from '../flex/models/plate-check.model';
import { Exploration } from '../explorations/models/exploration.model';
import { ExplorationAnswer } from '../explorations/models/exploration-answer.model';
import { GlueUpRecord } from '../glue-ups/glue-up.model';
import { KnockRecord } from '../knocks/models/knock.model';
import { VoicingEvent } from '../rounds/voicing-event.model';
import { SoundPiece } from '../knocks/models/sound-piece.model';
import { TopVariant } from '../variants/variant.model';
import { WoodPhoto } from '../wood/models/wood-photo.model';
import { WoodSet } from '../wood/models/wood-set.model';
import { WoodTest } from '../wood/models/wood-test.model';
import { WoodWeighing } from '../wood/models/wood-weighing.model';
import { Person } from '../workshop/person.model';
import { Workshop } from '../workshop/workshop.model';
import { migrate } from './migrate';
import { upgradeDocuments } from './stored-shapes';

const MODELS = [
  Workshop,
  Person,
  Build,
  BuildEvent,
  Target,
  TargetTemplate,
  Survey,
  ReadingRecord,
  PassRecord,
  WoodSet,
  WoodWeighing,
  WoodTest,
  WoodPhoto,
  Jig,
  PlateCheckRecord,
  KnockRecord,
  SoundPiece,
  BracingPlanRecord,
  ShapingRecord,
  GlueUpRecord,
  TopVariant,
  Exploration,
  ExplorationAnswer,
  VoicingEvent,
];

async function connect(): Promise<Sequelize> {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set: it names the PostgreSQL database to use');
  const sequelize = new Sequelize(url, { dialect: 'postgres', logging: false, models: MODELS, pool: { max: 10 } });
  await migrate(sequelize);
  await upgradeDocuments(sequelize);
  return sequelize;
}

@Global()
@Module({ providers: [{ provide: Sequelize, useFactory: connect }], exports: [Sequelize] })
export class DatabaseModule implements OnApplicationShutdown {
  constructor(@Inject(Sequelize) private readonly sequelize: Sequelize) {}

  async onApplicationShutdown(): Promise<void> {
    await this.sequelize.close();
  }
}
