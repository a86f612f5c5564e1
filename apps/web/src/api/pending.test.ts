import type { Write } from './outbox';
import { blankSurvey, withPendingReadings, withPendingSurveys } from './pending';
import type { SurveyReading } from './types';

const write = (method: Write['method'], path: string, body: unknown): Write => ({
  id: path,
  method,
  path,
  body,
  buildId: 'b',
  label: '',
});
const known = {
  ...blankSurvey('b', 1, { id: 's1' }),
  expected: null,
  standing: null,
  readings: [{ id: 'r1', station: 'A1' } as SurveyReading],
};

describe('what still waits to be sent', () => {
  it('shows a survey begun while the server is away, numbered after the last, with its conditions', () => {
    const writes = [
      write('POST', '/builds/b/surveys', { id: 's2', person: 'Wren' }),
      write('PATCH', '/surveys/s2', { mass: 0.2 }),
    ];
    const surveys = withPendingSurveys([known], writes, 'b');
    expect(surveys.map(({ id, number, person, mass }) => [id, number, person, mass])).toEqual([
      ['s1', 1, '', null],
      ['s2', 2, 'Wren', 0.2],
    ]);
  });
  it('does not show twice what the server has by now', () => {
    const writes = [
      write('POST', '/builds/b/surveys', { id: 's1' }),
      write('POST', '/surveys/s1/readings', {
        readings: [
          { id: 'r1', station: 'A1' },
          { id: 'r2', station: 'A2' },
        ],
      }),
      write('POST', '/surveys/other/readings', { readings: [{ id: 'r3', station: 'A3' }] }),
    ];
    expect(withPendingSurveys([known], writes, 'b')).toHaveLength(1);
    expect(withPendingReadings(known, writes).readings.map(({ id }) => id)).toEqual(['r1', 'r2']);
  });
});
