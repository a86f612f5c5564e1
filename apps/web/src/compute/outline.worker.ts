/** Reads a drawing away from the page: a broken one may keep a reader busy for ever. */
import { InvalidInput } from '@nimble/core/base';
import { importOutline } from '@nimble/core/formats';
import type { OutlineAnswer, OutlineTask } from './read-outline';

addEventListener('message', ({ data: { name, text, reading } }: MessageEvent<OutlineTask>) => {
  const answer = (given: OutlineAnswer) => postMessage(given);
  try {
    answer({ outline: importOutline(name, text, reading) });
  } catch (failure) {
    answer({ reason: failure instanceof InvalidInput ? failure.reason : String(failure) });
  }
});
