import { Body, Controller, HttpCode, Param, ParseUUIDPipe, Post, Sse, type MessageEvent } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { middleOfSpan } from '@nimble/core/wood';
import { IsIn, IsNumber, IsOptional, IsUUID, Max, Min } from 'class-validator';
import type { Observable } from 'rxjs';
import { FlexService } from '../flex/flex.service';
import { invalid } from '../http/problem';
import { AnswersEvents, asEvents } from '../http/as-events';
import { SimulatedJigService } from './simulated-jig.service';

/** A jig of the workshop, or the span and direction of a plain one. */
export class BendDto {
  @IsOptional() @IsUUID() jigId?: string | null;
  @IsOptional() @IsNumber() @Min(0.01) @Max(2) span?: number;
  @IsOptional() @IsIn(['along', 'across']) direction?: 'along' | 'across';
  /** [N] */
  @IsNumber() @Min(0) @Max(500) load: number;
}

/** Simulated scale and dial gauge, for a board of the rack or the plate of a build. */
@ApiTags('devices')
@Controller('devices/bench')
export class JigController {
  constructor(
    private readonly bench: SimulatedJigService,
    private readonly flex: FlexService,
  ) {}

  @Sse(':pieceId/stream')
  @AnswersEvents()
  stream(@Param('pieceId', ParseUUIDPipe) pieceId: string): Observable<MessageEvent> {
    return asEvents(this.bench.stream(pieceId));
  }

  @Post(':pieceId/weigh')
  @HttpCode(200)
  weigh(@Param('pieceId', ParseUUIDPipe) pieceId: string) {
    return this.bench.weigh(pieceId);
  }

  @Post(':pieceId/bend')
  @HttpCode(200)
  async bend(@Param('pieceId', ParseUUIDPipe) pieceId: string, @Body() { jigId, span, direction, load }: BendDto) {
    if (jigId) return this.bench.bend(pieceId, (await this.flex.findJig(jigId)).body, load);
    if (!span || !direction)
      throw invalid([{ field: 'span', message: 'is missing: say how far apart the supports are' }]);
    return this.bench.bend(pieceId, middleOfSpan(span, direction), load);
  }
}
