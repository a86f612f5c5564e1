import { Body, Controller, HttpCode, Param, ParseUUIDPipe, Post, StreamableFile } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { IsNumber } from 'class-validator';
import { SimulatedMicrophoneService } from './simulated-microphone.service';

export class KnockAtDto {
  /** Plate axes [m]. */
  @IsNumber() x: number;
  @IsNumber() y: number;
}

@ApiTags('devices')
@Controller('devices/microphone')
export class MicrophoneController {
  constructor(private readonly microphone: SimulatedMicrophoneService) {}

  @Post(':buildId/knock')
  @HttpCode(200)
  async knock(@Param('buildId', ParseUUIDPipe) buildId: string, @Body() { x, y }: KnockAtDto) {
    return new StreamableFile(await this.microphone.knock(buildId, { x, y }), { type: 'audio/wav' });
  }
}
