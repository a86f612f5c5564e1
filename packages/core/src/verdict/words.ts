/** Verdicts in a maker's plain words, in the maker's own units. */
import type { DensityClash } from './density-clash';
import { halfInterval } from '../base';
import type { TargetSpec } from '../graduation';
import type { ThicknessRule } from '../project';
import { formatMass, formatThickness, formatThicknessChange, inWords, type UnitChoice } from '../units';
import type { Assessment } from './assess-thickness';
import { takesWoodOff, type ThicknessVerdict } from './judge';
import type { FollowedLine } from './lead';
import type { PassTool, PlanStep } from './pass-plan';
import type { PassTaken } from './taken';
import { zoneWords, type ZoneMap } from './zones';

const PASS_WORDS: Record<PassTool['kind'], readonly [one: string, many: string]> = {
  plane: ['shaving', 'shavings'],
  scraper: ['scraping', 'scrapings'],
  sander: ['pass', 'passes'],
};

/** "3 shavings of 0.05 mm". */
export function stepWords(step: PlanStep, units: UnitChoice): string {
  const [one, many] = PASS_WORDS[step.tool.kind];
  const passes = `${step.passes} ${step.passes === 1 ? one : many} of ${inWords(formatThickness(step.tool.depthPerPass, units))}`;
  // A hand leaves the rim and the middle unlike: what is left is planned from what is read then.
  return step.zone === null && step.tool.kind !== 'sander' ? `${passes}, then read again` : passes;
}

/** "one pass of 0.15 mm over the whole plate"; "all that was advised". */
export function takenWords({ tool, taken }: PassTaken, units: UnitChoice): string {
  if (taken.kind === 'plan') return 'all that was advised';
  const [one, many] = PASS_WORDS[tool.kind];
  const depth = inWords(formatThickness(tool.depthPerPass, units));
  const passes = (count: number) => `${countWord(count)} ${count === 1 ? one : many} of ${depth}`;
  if (taken.kind === 'whole') return `${passes(taken.passes)} over the whole plate`;
  return taken.parts.map(({ place, passes: count }) => `${uncapital(place)}: ${passes(count)}`).join('; ');
}

export const THICKNESS_RULE_WORDS: Record<ThicknessRule, string> = {
  stiffness: 'Target stiffness',
  flex: 'Same flex',
  feel: 'Feel',
  pitch: 'Pitch',
  ring: 'Ring',
  number: 'Number',
  weight: 'Weight',
};

/** "your target", "target stiffness": what is followed, within a sentence. */
export function followedWords({ by }: FollowedLine): string {
  return by === 'target' || by === 'number' ? 'your target' : THICKNESS_RULE_WORDS[by].toLowerCase();
}

/** "Go on: three more passes". */
export function headline(verdict: ThicknessVerdict, units: UnitChoice): string {
  switch (verdict.kind) {
    case 'go-on':
      return `Go on: ${countWord(verdict.passes)} more passes`;
    case 'nearly':
      return verdict.passes === 1 ? 'Nearly: one light pass' : `Nearly: ${countWord(verdict.passes)} light passes`;
    case 'there':
      return 'Stop: the plate is there';
    case 'past':
      return pastWords(verdict, units);
    case 'too-thin':
      return `Too thin at ${verdict.belowLimit[0].station}`;
    case 'look-again':
      return lookAgainWords(verdict);
    case 'none':
      return 'Not judged by thickness';
  }
}

function pastWords({ rule, level, followed, share }: ThicknessVerdict, units: UnitChoice): string {
  if (rule === 'under-band') return `Past it in places: ${percent(share.under)} under the band`;
  const under = inWords(formatThickness(followed.line.value - level.value, units));
  return `Past it: ${under} thinner than ${followedWords(followed)} asks`;
}

function lookAgainWords({ rule, questioned, disputed }: ThicknessVerdict): string {
  if (rule === 'few-readings') return 'Look again: read more';
  if (rule === 'constants-doubted') return 'Look again: the wood’s figures';
  return `Look again at ${rule === 'readings-disagree' ? disputed[0] : questioned[0].station}`;
}

/**
 * Where target and leading rule differ, or the leading rule can't speak, and which of the two is followed: one
 * sentence, or null.
 */
export function followedSentence({ followed }: ThicknessVerdict, units: UnitChoice): string | null {
  const { leader, by, shift, says, differs, targetLevel, silent } = followed;
  const rule = THICKNESS_RULE_WORDS[leader];
  if (silent !== null) return `${rule} leads but is silent (${uncapital(silent)}): your target is followed meanwhile.`;
  if (!differs || !says) return null;
  const target = inWords(formatThickness(targetLevel, units));
  const stop = `${formatThickness(says.value, units).figure} ± ${inWords(formatThickness(halfInterval(says), units))}`;
  const differ = `Your target is ${target}, ${rule.toLowerCase()} says ${stop}`;
  if (by === 'target') return `${differ}: your target lies within that doubt and is followed.`;
  const moved = inWords(formatThickness(Math.abs(shift), units));
  return `${differ}: the rule leads and is followed, so all places are wanted ${moved} ${shift > 0 ? 'thicker' : 'thinner'}.`;
}

/** The evidence, most important first, as short sentences. */
export function evidence(assessment: Assessment, zones: ZoneMap, units: UnitChoice): string[] {
  const { verdict, statistics, map } = assessment;
  if (verdict.kind === 'none') return [sentence(verdict.doubt ?? '')];
  const lines = [...doubtLines(verdict, units), ...lookLines(verdict, units), ...pastLines(verdict, units)];
  if (!verdict.look && verdict.read < verdict.wanted) lines.push(`${verdict.read} of ${verdict.wanted} stations read.`);
  if (map.basis !== 'surface')
    lines.push(`So few readings give no map: it shows their ${map.basis === 'mean' ? 'mean' : 'slope only'}.`);
  if (verdict.kind !== 'past' && verdict.kind !== 'too-thin')
    lines.push(
      `${percent(verdict.share.over)} of the plate is over its band, ${percent(verdict.share.under)} under it.`,
    );
  const follows = followedSentence(verdict, units);
  if (follows) lines.push(follows);
  if (verdict.massToGo > 0) lines.push(`${inWords(formatMass(verdict.massToGo, units))} to go.`);
  if (takesWoodOff(verdict.kind)) lines.push(...carefulLines(assessment, zones, units));
  if (statistics.unreadShare > 0.05)
    lines.push(`No reading reaches ${percent(statistics.unreadShare)} of the plate: the map only carries on there.`);
  if (verdict.densityClash) lines.push(clashWords(verdict.densityClash, units));
  return lines;
}

const LIKELIER: Record<DensityClash['likelier'], string> = {
  weight: 'The weight is likelier wrong',
  readings: 'The readings are likelier off: a caliper not set to zero',
  wood: 'The wood’s figure is likelier wrong: it is the species’, not this piece’s',
};

function clashWords(
  { weighed, expected, fittingMass, readTooThick, likelier, meant }: DensityClash,
  units: UnitChoice,
) {
  const off = `${inWords(formatThickness(Math.abs(readTooThick), units))} ${readTooThick > 0 ? 'thinner' : 'thicker'}`;
  const slip = meant === null ? '' : ` (was ${inWords(formatMass(meant, units))} meant?)`;
  return (
    `Scale and map give ${Math.round(weighed)} kg/m³, the wood should have about ${Math.round(expected)}. ` +
    `It would fit at ${inWords(formatMass(fittingMass, units))}, or if the plate were ${off} all over. ${LIKELIER[likelier]}${slip}.`
  );
}

function doubtLines(verdict: ThicknessVerdict, units: UnitChoice): string[] {
  const thickness = (value: number) => inWords(formatThickness(value, units));
  return [
    ...verdict.belowLimit
      .slice(0, 3)
      .map(
        ({ station, thickness: h }) =>
          `${station} reads ${thickness(h)}, below your limit: leave it, and ask if the plate can still serve.`,
      ),
    ...verdict.questioned
      .slice(0, 3)
      .map(
        ({ station, thickness: h, question }) =>
          `${station} reads ${thickness(h)} where about ${thickness(question.expected)} would fit: read it again, or say that it is right.`,
      ),
    ...verdict.disputed.slice(0, 3).map((station) => `The readings at ${station} disagree: say which one holds.`),
    ...(verdict.doubt !== null ? [sentence(verdict.doubt)] : []),
  ];
}

function lookLines({ look }: ThicknessVerdict, units: UnitChoice): string[] {
  if (!look) return [];
  const lift = `${formatThicknessChange(look.lift.value, units).figure} ± ${inWords(formatThickness(halfInterval(look.lift), units))}`;
  const by = look.places > 0 ? `${look.places} places` : 'the scale';
  return [`A quick look: the map of the last survey, less what came off, moved by ${lift} to ${by}.`];
}

/** What it means to be past it, and what can still be done. */
function pastLines({ kind, share, stiffness, followed }: ThicknessVerdict, units: UnitChoice): string[] {
  if (kind !== 'past' && kind !== 'too-thin') return [];
  const line = inWords(formatThickness(followed.line.value, units));
  const known = `${line} ± ${inWords(formatThickness(halfInterval(followed.line), units))}`;
  const softer =
    stiffness < 0.995 ? ` As it stands it has ${percent(stiffness)} of the stiffness it would have there.` : '';
  return [
    `The line is ${known}; ${percent(share.under)} of the plate lies under its band.${softer}`,
    'Take nothing more off. Braces a little taller or closer, lighter strings, or a smaller instrument can still make a good top of it; if the figure surprises you, read the thinnest places again.',
  ];
}

function carefulLines({ plan }: Assessment, zones: ZoneMap, units: UnitChoice): string[] {
  const tight = [...plan.nearLimit].sort((a, b) => a.margin - b.margin).slice(0, 2);
  // What is to spare is what the parts find: where all of the plate comes down first, that is still to come.
  const isWholeFirst = plan.steps.some((step) => step.zone === null);
  const [has, is, leave] = isWholeFirst ? ['will have', 'will be', 'leave it after that'] : ['has', 'is', 'leave it'];
  return tight.map(({ zone, margin }) => {
    const spare =
      margin > 0
        ? `${has} ${inWords(formatThickness(margin, units))} to spare at its thinnest`
        : `${is} at its limit in a place`;
    const worked = plan.steps.some((step) => step.zone === zone);
    return `${zoneWords(zones.zones[zone])} ${spare}: ${worked ? 'go carefully there' : leave}.`;
  });
}

/** Which rule spoke, for those who ask why. */
export function ruleWords(verdict: ThicknessVerdict, target: TargetSpec, units: UnitChoice): string {
  const band = inWords(formatThickness(target.tolerance, units));
  const line = `the line of ${followedWords(verdict.followed)}, ${inWords(formatThickness(verdict.followed.line.value, units))}`;
  switch (verdict.rule) {
    case 'construction':
      return 'The rules for one solid plate do not hold for this construction.';
    case 'few-readings':
      return 'No verdict before three stations in five are read.';
    case 'reading-questioned':
      return 'A reading that its neighbours contradict is settled first.';
    case 'readings-disagree':
      return 'Readings of one place that differ by more than a caliper does are not averaged: one of them is wrong.';
    case 'constants-doubted':
      return 'What the leading rule rests on is in doubt: settle that first, or let another rule lead.';
    case 'below-limit':
      return `No place may come below your hard limit of ${inWords(formatThickness(target.limit, units))}.`;
    case 'past-line':
      return `The plate is more than ${band} thinner than ${line}.`;
    case 'under-band':
      return `More than a tenth of the plate is over ${band} thinner than wanted there, and nothing that is over can still be taken off.`;
    case 'within-band':
      return `Less than 2 % of the plate is more than ${band} over ${line}, or no whole pass fits.`;
    case 'one-light-pass':
      return `One pass, or less than 3 % of the weight, is left to ${line}.`;
    case 'over-band':
      return `Places are more than ${band} over ${line}.`;
  }
}

const percent = (share: number) => `${Math.round(100 * share)} %`;
const uncapital = (text: string) => text.charAt(0).toLowerCase() + text.slice(1).replace(/\.$/, '');
const sentence = (text: string) => (/[.!?]$/.test(text) ? text : `${text}.`);

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
