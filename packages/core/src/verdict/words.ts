/** Verdicts in a maker's plain words, in the maker's own units. */
import { halfInterval } from '../estimate';
import { formatMass, formatThickness, formatThicknessChange, inWords, type UnitChoice } from '../units';
import type { Assessment, ThicknessVerdict } from './assess-thickness';
import type { PassTool, PlanStep } from './pass-plan';
import type { Zone, ZoneMap } from './zones';

const REGION_WORDS: Record<Zone['region'], string> = {
  'upper-bout': 'upper bout',
  waist: 'waist',
  'lower-bout': 'lower bout',
  'neck-part': 'neck end',
  middle: 'middle',
  'tail-part': 'tail end',
  hole: 'round the soundhole',
  'neck-rim': 'neck rim',
  'tail-rim': 'tail rim',
};

const PASS_WORDS: Record<PassTool['kind'], readonly [one: string, many: string]> = {
  plane: ['shaving', 'shavings'],
  scraper: ['scraping', 'scrapings'],
  sander: ['pass', 'passes'],
};

/** "Lower bout, bass side"; "Waist rim, treble side". */
export function zoneWords(zone: Zone): string {
  const endRim = zone.region === 'neck-rim' || zone.region === 'tail-rim';
  const part = REGION_WORDS[zone.region] + (zone.rim && !endRim ? ' rim' : '');
  const sided = zone.side === 'both' ? part : `${part}, ${zone.side} side`;
  return sided[0].toUpperCase() + sided.slice(1);
}

/** "3 shavings of 0.05 mm". */
export function stepWords(step: PlanStep, units: UnitChoice): string {
  const [one, many] = PASS_WORDS[step.tool.kind];
  return `${step.passes} ${step.passes === 1 ? one : many} of ${inWords(formatThickness(step.tool.depthPerPass, units))}`;
}

/** "Go on: three more passes". */
export function headline(verdict: ThicknessVerdict): string {
  switch (verdict.kind) {
    case 'go-on':
      return `Go on: ${countWord(verdict.passes)} more passes`;
    case 'nearly':
      return verdict.passes === 1 ? 'Nearly: one light pass' : `Nearly: ${countWord(verdict.passes)} light passes`;
    case 'stop':
      return 'Stop: the plate is there';
    case 'too-thin':
      return `Too thin at ${verdict.belowLimit[0].station}`;
    case 'look-again':
      return verdict.rule === 'few-readings'
        ? 'Look again: read more'
        : `Look again at ${verdict.questioned[0].station}`;
  }
}

/** The evidence, most important first, as short sentences. */
export function evidence({ verdict, plan, statistics }: Assessment, zones: ZoneMap, units: UnitChoice): string[] {
  const percent = (share: number) => `${Math.round(100 * share)} %`;
  const thickness = (value: number) => inWords(formatThickness(value, units));
  const lines: string[] = [];
  for (const { station, thickness: h } of verdict.belowLimit.slice(0, 3)) {
    lines.push(`${station} reads ${thickness(h)}, below your limit: leave it, and ask if the plate can still serve.`);
  }
  for (const { station, thickness: h, question } of verdict.questioned.slice(0, 3)) {
    lines.push(
      `${station} reads ${thickness(h)} where about ${thickness(question.expected)} would fit: read it again.`,
    );
  }
  if (verdict.read < verdict.wanted) lines.push(`${verdict.read} of ${verdict.wanted} stations read.`);
  lines.push(`${percent(verdict.share.over)} of the plate is over its band, ${percent(verdict.share.under)} under it.`);
  if (verdict.massToGo > 0) lines.push(`${inWords(formatMass(verdict.massToGo, units))} to go.`);
  const tight = [...plan.nearLimit].sort((a, b) => a.margin - b.margin).slice(0, 2);
  for (const { zone, margin } of tight) {
    const spare = margin > 0 ? `has ${thickness(margin)} to spare at its thinnest` : 'is at its limit in a place';
    const worked = plan.steps.some((step) => step.zone === zone);
    lines.push(`${zoneWords(zones.zones[zone])} ${spare}: ${worked ? 'go carefully there' : 'leave it'}.`);
  }
  if (statistics.unreadShare > 0.05)
    lines.push(`No reading reaches ${percent(statistics.unreadShare)} of the plate: the map only carries on there.`);
  if (verdict.densityClash) {
    const { weighed, expected } = verdict.densityClash;
    lines.push(
      `Scale and volume give ${Math.round(weighed)} kg/m³, the wood should have about ${Math.round(expected)}: check the weight, or the wood.`,
    );
  }
  return lines;
}

/** Which rule spoke, for those who ask why. */
export function ruleWords(verdict: ThicknessVerdict, tolerance: number, limit: number, units: UnitChoice): string {
  const band = inWords(formatThickness(tolerance, units));
  switch (verdict.rule) {
    case 'few-readings':
      return 'No verdict before three stations in five are read.';
    case 'reading-questioned':
      return 'A reading that its neighbours contradict is settled first.';
    case 'below-limit':
      return `No place may come below your hard limit of ${inWords(formatThickness(limit, units))}.`;
    case 'within-band':
      return `By number: less than 2 % of the plate is more than ${band} over the target, or no whole pass fits.`;
    case 'one-light-pass':
      return 'By number: one pass, or less than 3 % of the weight, is left.';
    case 'over-band':
      return `By number: places are more than ${band} over the target.`;
  }
}

/** "−11 % ± 2": a change of flex as makers say it. */
export function flexChangeWords(ratio: { value: number; sd: number }): string {
  const change = 100 * (ratio.value - 1);
  const doubt = 100 * halfInterval(ratio);
  const sign = change > 0.5 ? '+' : change < -0.5 ? '−' : '';
  return `${sign}${Math.abs(change).toFixed(0)} % ± ${Math.max(1, doubt).toFixed(0)}`;
}

/** "0.17 over", "0.05 under", "on target". */
export function overUnderWords(deviation: number, units: UnitChoice): string {
  const { figure } = formatThicknessChange(deviation, units);
  if (!/[1-9]/.test(figure)) return 'on target';
  return `${figure.replace(/^[+−]/, '')} ${deviation > 0 ? 'over' : 'under'}`;
}

function countWord(count: number): string {
  return ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'][count] ?? String(count);
}
