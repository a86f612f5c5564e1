import { Global, Module } from '@nestjs/common';
import { readSettings, Settings } from './settings';

@Global()
@Module({ providers: [{ provide: Settings, useFactory: () => readSettings(process.env) }], exports: [Settings] })
export class SettingsModule {}
