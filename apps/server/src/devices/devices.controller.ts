import { Body, Controller, HttpCode, Param, ParseUUIDPipe, Post, Sse, type MessageEvent } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { IsNumber, Max, Min } from 'class-validator';
import type { Observable } from 'rxjs';
import { AnswersEvents, asEvents } from '../http/as-events';
import { SimulatedCaliperService } from './simulated-caliper.service';

export class PressDto {
  /** Where the jaws are [m]. */
  @IsNumber() @Min(-2) @Max(2) x: number;
  @IsNumber() @Min(-2) @Max(2) y: number;
}

@ApiTags('devices')
@Controller('devices/caliper')
export class DevicesController {
  constructor(private readonly caliper: SimulatedCaliperService) {}

  /** Each press of the button as an event. */
  @Sse(':buildId/stream')
  @AnswersEvents()
  stream(@Param('buildId', ParseUUIDPipe) buildId: string): Observable<MessageEvent> {
    return asEvents(this.caliper.stream(buildId));
  }

  @Post(':buildId/press')
  @HttpCode(200)
  press(@Param('buildId', ParseUUIDPipe) buildId: string, @Body() body: PressDto) {
    return this.caliper.press(buildId, body);
  }
}
