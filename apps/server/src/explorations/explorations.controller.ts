import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Sse, type MessageEvent } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Observable } from 'rxjs';
import { AnswersEvents, asEvents } from '../http/as-events';
import { ExplorationDto } from './explorations.dto';
import { ExplorationsService } from './explorations.service';

@ApiTags('explorations')
@Controller('builds/:id/explorations')
export class ExplorationsController {
  constructor(private readonly explorations: ExplorationsService) {}

  @Get()
  list(@Param('id', ParseUUIDPipe) id: string) {
    return this.explorations.list(id);
  }

  @Sse('stream')
  @AnswersEvents()
  stream(@Param('id', ParseUUIDPipe) id: string): Observable<MessageEvent> {
    return asEvents(this.explorations.stream(id));
  }

  @Post()
  @ApiOperation({
    summary: 'Work on many tops: a sweep, the doubt of the wood, or a search for designs; a worker takes it up',
  })
  start(@Param('id', ParseUUIDPipe) id: string, @Body() body: ExplorationDto) {
    return this.explorations.start(id, body);
  }

  @Get(':explorationId')
  show(@Param('id', ParseUUIDPipe) id: string, @Param('explorationId', ParseUUIDPipe) explorationId: string) {
    return this.explorations.show(id, explorationId);
  }

  @Get(':explorationId/inputs')
  inputs(@Param('id', ParseUUIDPipe) id: string, @Param('explorationId', ParseUUIDPipe) explorationId: string) {
    return this.explorations.inputs(id, explorationId);
  }

  @Post(':explorationId/cancel')
  @HttpCode(200)
  cancel(@Param('id', ParseUUIDPipe) id: string, @Param('explorationId', ParseUUIDPipe) explorationId: string) {
    return this.explorations.cancel(id, explorationId);
  }

  @Post(':explorationId/go-on')
  @HttpCode(200)
  goOn(@Param('id', ParseUUIDPipe) id: string, @Param('explorationId', ParseUUIDPipe) explorationId: string) {
    return this.explorations.goOn(id, explorationId);
  }
}
