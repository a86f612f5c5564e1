import { Body, Controller, HttpCode, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { FLEX_PLACES, type FlexPlace } from '@nimble/core/voicing';
import { IsIn } from 'class-validator';
import { SimulatedTopService } from './simulated-top.service';

export class BendAtDto {
  @IsIn(FLEX_PLACES) place: FlexPlace;
}

/** Simulated gauge and balance under the braced plate of a build. */
@ApiTags('devices')
@Controller('devices/top')
export class TopController {
  constructor(private readonly top: SimulatedTopService) {}

  @Post(':buildId/bend')
  @HttpCode(200)
  bend(@Param('buildId', ParseUUIDPipe) buildId: string, @Body() { place }: BendAtDto) {
    return this.top.bend(buildId, place);
  }

  @Post(':buildId/weigh')
  @HttpCode(200)
  weigh(@Param('buildId', ParseUUIDPipe) buildId: string) {
    return this.top.weigh(buildId);
  }
}
