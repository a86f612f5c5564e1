import { Module } from '@nestjs/common';
import { DevicesController } from './devices.controller';
import { SimulatedCaliperService } from './simulated-caliper.service';

@Module({ controllers: [DevicesController], providers: [SimulatedCaliperService] })
export class DevicesModule {}
