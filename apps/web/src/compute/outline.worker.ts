/** Reads a drawing away from the page: a broken one may keep a reader busy for ever. */
import { InvalidInput } from '@nimble/core/base';
import { importOutline } from '@nimble/core/formats';

addEventListener('message', ({ data: { name, text } }: MessageEvent<{ name: string; text: string }>) => {
  try {
    postMessage({ points: importOutline(name, text).points });
  } catch (failure) {
    postMessage({ reason: failure instanceof InvalidInput ? failure.reason : String(failure) });
  }
});
