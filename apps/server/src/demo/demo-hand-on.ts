/**
 * What the demo's own records hand on to other builds: goals of a plate that worked, forecasts as the record makes
 * them.
 */
import { NO_CHOICES, type RuleChoices } from '@nimble/core/project';
import type { VoicingBodies, VoicingEvent } from '@nimble/core/voicing';
import type { KeptForecast } from '../build-records/models/voicing-event.model';
import { LONG_JIG } from './demo-jigs';
import type { SimulatedCheck } from './simulate-checks';

/** What a plate that worked gave on its jig, and its across note. */
export function goalsOf(from: string, checks: readonly SimulatedCheck[]): RuleChoices {
  const flexed = checks.find(({ jigId }) => jigId === LONG_JIG.id);
  const across = checks.find(({ input }) => input.notes)?.input.notes?.across;
  return {
    ...NO_CHOICES,
    flex: flexed?.result.compliance
      ? { jigId: LONG_JIG.id, compliance: flexed.result.compliance, from, width: flexed.result.width }
      : null,
    pitch: across ? { note: 'across', frequency: across } : null,
  };
}

/** Of the demo's own rounds it was made as the record makes it; what was planed by ear has none. */
export function forecastOf(event: Pick<VoicingEvent, 'kind' | 'body'>): KeptForecast | null {
  if (event.kind !== 'shaving') return null;
  const { forecast, settled, proposed } = event.body as VoicingBodies['shaving'];
  return { forecast, settled, ...(!proposed && { unforetold: 'it was planed by ear, before rounds were kept here' }) };
}
