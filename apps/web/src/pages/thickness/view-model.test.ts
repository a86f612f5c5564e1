import { METRIC } from '@nimble/core/units';
import type { Station, StationReading } from '@nimble/core/survey';
import type { Survey, SurveyReading } from '../../api/types';
import { blankSurvey } from '../../api/pending';
import { ribbonItems } from '../../frame/timeline-of-surveys';
import { besideOf, lastStanding, stationViews } from './view-model';

const station = (name: string, skipped = false): Station => ({ name, x: 0.1, y: 0, kind: 'field', skipped });
const read = (name: string, thickness: number): StationReading => ({
  station: name,
  x: 0.1,
  y: 0,
  thickness,
  count: 1,
  spread: 0,
  kept: false,
});

describe('stations on the plate', () => {
  const facts = {
    stations: [station('A1'), station('A2'), station('A3', true), station('A4')],
    readings: [read('A1', 2.81e-3), read('A2', 2.5e-3)],
    targetAt: [2.64e-3, 2.64e-3, 2.64e-3, 2.64e-3],
    tolerance: 6e-5,
    questioned: ['A2'],
    units: METRIC,
  };
  it('say in words what their colour says', () =>
    expect(stationViews({ ...facts, numbers: 'all' }).map((view) => view.spoken)).toEqual([
      'Station A1: 2.81 mm, 0.17 over',
      'Station A2: 2.50 mm, 0.14 under',
      'Station A3, skipped',
      'Station A4, not read',
    ]));
  it('write only what is out of band when asked to', () => {
    const views = stationViews({
      ...facts,
      readings: [read('A1', 2.81e-3), read('A2', 2.65e-3)],
      numbers: 'out-of-band',
    });
    expect(views.map((view) => view.shown && view.figure)).toEqual(['2.81', false, false, false]);
  });
  it('write under each figure what is to come off, where the plate is over its band', () => {
    const views = stationViews({ ...facts, numbers: 'depth' });
    // 2.81 over a target of 2.64.
    expect(views.map(({ figure, take }) => [figure, take])).toEqual([
      ['2.81', '−0.17'],
      ['2.50', null],
      [null, null],
      [null, null],
    ]);
  });
});

it('writes differences with their sign when the map shows a difference', () => {
  const facts = {
    stations: [station('A1')],
    readings: [read('A1', 2.81e-3)],
    targetAt: [2.6e-3],
    shownAt: [1.2e-4],
    tolerance: 6e-5,
  };
  const [view] = stationViews({ ...facts, questioned: [], units: METRIC, numbers: 'all' });
  expect(view).toMatchObject({ figure: '+0.12', band: 'within' });
});

it('steps back over retracted readings to the last that stands', () => {
  const reading = (id: string, thickness: number | null, supersedes: string | null = null) =>
    ({ id, thickness, supersedes }) as SurveyReading;
  expect(lastStanding([reading('a', 1), reading('b', 2), reading('c', null, 'b')])?.id).toBe('a');
  expect(lastStanding([reading('a', 1), reading('b', null, 'a')])).toBeNull();
});

describe('the ribbon', () => {
  const survey = (number: number, mass: number | null, mean: number): Survey => ({
    ...blankSurvey('b', number, { id: `s${number}` }),
    mass,
    assessment: { statistics: { mean } } as Survey['assessment'],
  });
  it('puts what came off between two surveys, by the scale if both were weighed', () => {
    const items = ribbonItems(
      [survey(1, 0.214, 3.1e-3), survey(2, 0.192, 2.8e-3), survey(3, null, 2.7e-3)],
      [],
      METRIC,
    );
    expect(items.map((item) => item.figure)).toEqual(['3.10 mm', '−22 g', '2.80 mm', '−0.10 mm', '2.70 mm']);
  });
});

describe('the plates beside one', () => {
  const plate = (number: number, stage: 'thickness' | 'voice' = 'thickness') => ({ id: `b${number}`, number, stage });
  const all = [plate(44), plate(41, 'voice'), plate(42), plate(36)];
  const numbers = (of: number) => {
    const { before, after } = besideOf(plate(of), all);
    return [before?.number, after?.number];
  };
  it('are those that are being thinned, by number, round at the ends', () => {
    expect(numbers(42)).toEqual([36, 44]);
    expect(numbers(44)).toEqual([42, 36]);
    expect(numbers(36)).toEqual([44, 42]);
    expect(numbers(41)).toEqual([36, 42]); // one that is voiced already and looked at again
  });
  it('are none where it is the only one', () =>
    expect(besideOf(plate(42), [plate(42)])).toEqual({ before: null, after: null }));
});
