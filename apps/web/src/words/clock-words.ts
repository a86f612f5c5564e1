import type { GluePhase } from '@nimble/core/glue';

export const PHASE_WORDS: Record<GluePhase, string> = {
  open: 'left to place and press',
  'too-late': 'over the open time: scrape it off and begin again rather than press it',
  pressed: 'left under pressure',
  'may-release': 'the pressure may come off',
  curing: 'left to cure',
  cured: 'cured',
};

const SECOND = 1000;
const pad = (value: number) => String(value).padStart(2, '0');

/** Minutes and seconds, with hours where there are some; a minus before what is over. */
export function spanWords(ms: number): string {
  const seconds = Math.ceil(Math.abs(ms) / SECOND);
  const [hours, minutes] = [Math.floor(seconds / 3600), Math.floor((seconds % 3600) / 60)];
  const sign = ms < 0 ? '−' : '';
  return hours > 0 ? `${sign}${hours}:${pad(minutes)}:${pad(seconds % 60)}` : `${sign}${minutes}:${pad(seconds % 60)}`;
}
