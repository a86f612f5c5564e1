import { Module } from '@nestjs/common';
import { ComputeModule } from '../compute/compute.module';
import { FlexModule } from '../flex/flex.module';
import { WoodModule } from '../wood/wood.module';
import { DevicesController } from './devices.controller';
import { JigController } from './jig.controller';
import { MicrophoneController } from './microphone.controller';
import { SimulatedCaliperService } from './simulated-caliper.service';
import { SimulatedJigService } from './simulated-jig.service';
import { SimulatedMicrophoneService } from './simulated-microphone.service';
import { SimulatedTopService } from './simulated-top.service';
import { TopController } from './top.controller';

@Module({
  imports: [ComputeModule, WoodModule, FlexModule],
  controllers: [DevicesController, JigController, MicrophoneController, TopController],
  providers: [SimulatedCaliperService, SimulatedJigService, SimulatedMicrophoneService, SimulatedTopService],
})
export class DevicesModule {}
