import { settlePass } from './settle-pass';
import { settleAsked, settleShaving } from './settle-asked';

const said = { value: 10, sd: 1 };

describe('what was foretold beside what came', () => {
  it('is one line for each figure that was both foretold and asked, held within 1.645 standard deviations', () => {
    const lines = settleAsked([
      { quantity: 'mass', said, came: { value: 11.6, sd: 0 } },
      { quantity: 'pitch', of: 'twist', said, came: { value: 11.7, sd: 0 } },
      { quantity: 'flex', of: 'jig', said, came: null },
      { quantity: 'mean-thickness', came: said },
    ]);
    expect(lines.map(({ quantity, of, held }) => [quantity, of, held])).toEqual([
      ['mass', undefined, true],
      ['pitch', 'twist', false],
    ]);
    expect(lines[0].miss).toBeCloseTo(1.6, 12);
  });
  it('counts the doubt of the reading with that of the forecast', () =>
    expect(settleAsked([{ quantity: 'mass', said, came: { value: 12.2, sd: 1 } }])[0].held).toBe(true)); // 2.2 < 1.645 sqrt 2
  it('settles a pass by the jig and the note that it was foretold of, and by no other', () => {
    const flex = { jigId: 'a', compliance: { value: 1e-4, sd: 2e-6 } };
    const pass = {
      meanAfter: said,
      massAfter: said,
      checks: { flex, pitch: { note: 'across', frequency: { value: 90, sd: 1 } } },
    };
    const bent = { flex: { jigId: 'b', compliance: { value: 2e-4, sd: 1e-6 } }, notes: { twist: 60 } };
    const came = { mean: said, mass: null, checks: [bent] };
    expect(settlePass(pass, came).map(({ quantity }) => quantity)).toEqual(['mean-thickness']);
    const right = { flex: { jigId: 'a', compliance: { value: 1.01e-4, sd: 1e-6 } }, notes: { across: 90.5 } };
    expect(settlePass(pass, { ...came, checks: [bent, right] }).map(({ quantity, held }) => [quantity, held])).toEqual([
      ['mean-thickness', true],
      ['flex', true],
      ['pitch', true],
    ]);
  });
  it('settles a shaving with what it was before', () => {
    const came = new Map([
      ['mass', { value: 0.2, sd: 1e-4 }],
      ['flex:along', { value: 5e-5, sd: 1e-6 }],
    ]);
    const before = { mass: { value: 0.21, sd: 1e-4 } };
    const forecast = { mass: { value: 0.201, sd: 1e-4 }, 'flex:along': { value: 5e-5, sd: 1e-6 } };
    expect(settleShaving({ before, said: forecast, where: 'plate' }, came)).toEqual([
      { quantity: 'mass', where: 'plate', before: before.mass, forecast: forecast.mass, outcome: came.get('mass') },
    ]);
  });
});
