/** What was found on a top, and what to do about it. */
import type { BracingPlan } from '@nimble/core/bracing';
import { type UnitChoice, inWords, formatPlanLength, formatThickness } from '@nimble/core/units';
import type { VoicingFinding } from '@nimble/core/voicing';
import { keyWords, strokePlace } from './round-words';

export function findingWords(finding: VoicingFinding, plan: BracingPlan, units: UnitChoice): string {
  switch (finding.kind) {
    case 'bright': {
      const { place, mirror, ratio, leadsTo } = finding;
      const way = leadsTo
        ? ` Along the grain from there you come to ${leadsTo.name}, ${inWords(formatPlanLength(leadsTo.along, units))} from its first end.`
        : '';
      return `${place} is ${ratio.toFixed(1)} × as bright as ${mirror}: stiffer there.${way}`;
    }
    case 'edge':
      return `${keyWords(finding.place)} gives ${Math.abs(100 * (finding.ratio - 1)).toFixed(0)} % ${finding.ratio < 1 ? 'less' : 'more'} than the rest of the top would let it: ${finding.ratio < 1 ? 'stiffer, look for a tall brace end or glue there' : 'softer, look for a joint that let go or a thin rim'}.`;
    case 'loose':
      return `A joint near ${finding.place} may be loose (${Math.round(100 * finding.likelihood)} % likely): it rattles or dies sooner there. Press on it, look along the glue line, glue it before you shave on.`;
    case 'cancel': {
      const { places, frequency, leadsTo } = finding;
      const way = leadsTo
        ? ` A little off ${leadsTo.name}, ${inWords(formatPlanLength(leadsTo.along, units))} from its first end, makes them unlike.`
        : '';
      return `${places[0]} and ${places[1]} sing the same note loudest (${frequency.toFixed(0)} Hz), one up while the other goes down: they cancel.${way}`;
    }
    case 'stranger':
      return `The walk fits only ${finding.alike} of ${finding.heard} notes of this top: another plate, the wrong round, or braces that are not as drawn. Walk round it again before you trust the model.`;
    case 'short-scoop':
      return `${finding.brace.name} is scooped over ${Math.round(100 * finding.share)} % of its length only, and the top is still too stiff: the scoop can reach further toward the middle.`;
    case 'choke':
      return `${finding.brace.name} still stands ${inWords(formatThickness(finding.height, units))} tall where it stops in the open: it holds the rim there. Taper its end.`;
    case 'close-pair': {
      const { modes, cents, stroke } = finding;
      const names = `${keyWords(modes[0])} and ${keyWords(modes[1]).toLowerCase()}`;
      const part = stroke
        ? ` A tenth of a millimetre off ${strokePlace(stroke.places[0]!, plan)} parts them by ${Math.abs(stroke.parts).toFixed(1)} cents${stroke.parts < 0 ? ' the other way' : ''}.`
        : '';
      return `${names} lie only ${cents.toFixed(0)} cents apart: they beat, or cancel where they move against each other.${part}`;
    }
  }
}
