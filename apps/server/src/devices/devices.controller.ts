import { Body, Controller, HttpCode, Param, ParseUUIDPipe, Post, Sse, type MessageEvent } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { IsNumber, Max, Min } from 'class-validator';
import { interval, map, merge, type Observable } from 'rxjs';
import { SimulatedCaliperService } from './simulated-caliper.service';

export class PressDto {
  /** Where the jaws are [m]. */
  @IsNumber() @Min(-2) @Max(2) x: number;
  @IsNumber() @Min(-2) @Max(2) y: number;
}

const KEEP_ALIVE_MS = 15_000;

@ApiTags('devices')
@Controller('devices/caliper')
export class DevicesController {
  constructor(private readonly caliper: SimulatedCaliperService) {}

  /** Each press of the button as an event. A silent line now and then keeps proxies from closing the stream. */
  @Sse(':buildId/stream')
  stream(@Param('buildId', ParseUUIDPipe) buildId: string): Observable<MessageEvent> {
    const presses = this.caliper.stream(buildId).pipe(map((data): MessageEvent => ({ data })));
    const alive = interval(KEEP_ALIVE_MS).pipe(map((): MessageEvent => ({ type: 'alive', data: '' })));
    return merge(presses, alive);
  }

  @Post(':buildId/press')
  @HttpCode(200)
  press(@Param('buildId', ParseUUIDPipe) buildId: string, @Body() body: PressDto) {
    return this.caliper.press(buildId, body);
  }
}
