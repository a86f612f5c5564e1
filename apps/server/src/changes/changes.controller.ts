import { Controller, Sse, type MessageEvent } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Observable } from 'rxjs';
import { AnswersEvents, asEvents } from '../http/as-events';
import { ChangesService } from './changes.service';

@ApiTags('changes')
@Controller('changes')
export class ChangesController {
  constructor(private readonly changes: ChangesService) {}

  /** What was changed by anyone, as it happens: `{ of }` names a build, `bench`, or `all`. */
  @Sse()
  @AnswersEvents()
  stream(): Observable<MessageEvent> {
    return asEvents(this.changes.stream());
  }
}
