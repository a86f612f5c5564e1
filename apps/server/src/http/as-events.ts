import type { MessageEvent } from '@nestjs/common';
import { ApiResponse } from '@nestjs/swagger';
import { interval, map, merge, type Observable } from 'rxjs';

const KEEP_ALIVE_MS = 15_000;

/** In the description of the API: a stream that goes on until it is closed. */
export const AnswersEvents = (): MethodDecorator =>
  ApiResponse({ status: 200, content: { 'text/event-stream': { schema: { type: 'string' } } } });

/** An instrument's lines as server-sent events. A silent line now and then keeps proxies from closing the stream. */
export function asEvents(lines: Observable<object>): Observable<MessageEvent> {
  const sent = lines.pipe(map((data): MessageEvent => ({ data })));
  const alive = interval(KEEP_ALIVE_MS).pipe(map((): MessageEvent => ({ type: 'alive', data: '' })));
  return merge(sent, alive);
}
