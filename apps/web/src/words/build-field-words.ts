/** What a build's field holds, in words: for a question about which of two changes holds. */
import { formatPlanLength, formatThickness, inWords } from '@nimble/core/units';
import type { Build } from '../api/types';
import { STAGE_WORDS } from './stage-words';
import { woodName } from './wood-origin';

type Words = (build: Build) => string;

const FIELD_WORDS: Record<string, [name: string, value: Words]> = {
  number: ['Number', ({ number }) => String(number)],
  name: ['Name', ({ name }) => name],
  family: ['Family', ({ family }) => family.replace('-', ' ')],
  construction: ['Construction', ({ construction }) => construction],
  plate: ['Plate', ({ plate }) => plate],
  leftHanded: ['Left-handed', ({ leftHanded }) => (leftHanded ? 'yes' : 'no')],
  scaleLength: [
    'Scale length',
    ({ scaleLength, units }) => (scaleLength === null ? 'none' : inWords(formatPlanLength(scaleLength, units))),
  ],
  wood: ['Wood', ({ wood }) => `${woodName(wood)}, ${wood.rho.toFixed(0)} kg/m³`],
  outline: ['Outline', () => 'another'],
  holes: ['Sound openings', ({ holes }) => String(holes.length)],
  stations: ['Places to read', ({ stations }) => String(stations.length)],
  units: ['Units', ({ units }) => `${units.thickness}, ${units.mass}`],
  tool: ['Tool', ({ tool, units }) => `${tool.kind}, ${inWords(formatThickness(tool.depthPerPass, units))} a pass`],
  stage: ['Stage', ({ stage }) => STAGE_WORDS[stage]],
  stagesDone: ['Stages done', ({ stagesDone }) => stagesDone.map((stage) => STAGE_WORDS[stage]).join(', ') || 'none'],
  waitsFor: ['Waits for', ({ waitsFor }) => waitsFor?.what ?? 'nothing'],
  choices: ['Rules and choices', () => 'others'],
};

export function buildFieldWords(field: string, build: Build): string {
  const [name, value] = FIELD_WORDS[field] ?? [field, () => 'another'];
  return `${name}: ${value(build)}`;
}
