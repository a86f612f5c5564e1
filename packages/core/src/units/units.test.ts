import { parseLoad, formatQuantity, formatThickness, formatThicknessChange, METRIC, parseQuantity } from '.';

const length = (text: string, unit = 'mm') => parseQuantity('thickness', text, 'length', unit).value;

describe('parseQuantity', () => {
  it.each([
    ['2.8', 2.8e-3],
    ['2,81', 2.81e-3],
    ['+02.81 mm', 2.81e-3],
    ['0.110in', 0.11 * 0.0254],
    ['7/64', (7 / 64) * 0.0254],
    ['1 7/64 in', (71 / 64) * 0.0254],
    ['1-1/2"', 1.5 * 0.0254],
    ['110 thou', 0.11 * 0.0254],
    ['.11 in', 0.11 * 0.0254],
    ['2.8e0', 2.8e-3],
  ])('reads %s', (text, metres) => expect(length(text)).toBeCloseTo(metres, 12));

  it('takes a bare number in the unit of the maker', () => expect(length('0.125', 'in')).toBeCloseTo(0.003175, 12));
  it('keeps what was typed', () =>
    expect(parseQuantity('t', ' 7/64 ', 'length', 'mm')).toMatchObject({ typed: '7/64', unit: 'in' }));
  it('knows that 70 °F are 21.1 °C', () =>
    expect(parseQuantity('t', '70 F', 'temperature', '°C').value).toBeCloseTo(21.111, 3));
  it('knows that 1 kgf is 9.80665 N', () => expect(parseQuantity('f', '1 kgf', 'force', 'N').value).toBe(9.80665));

  it.each(['abc', '', '  ', '2.8.1', '1,000.5', '2 8', '7/0', 'NaN', 'Infinity', '--2', '2.8 furlongs', '.', '1e999'])(
    'refuses %j, naming the field',
    (text) => expect(() => length(text)).toThrow(/thickness/),
  );
});

describe('format', () => {
  it.each([
    ['mm', '2.81'],
    ['in', '0.111'],
    ['thou', '111'],
    ['in-fraction', '7/64+.001'],
  ] as const)('writes 2.81 mm in %s', (unit, figure) =>
    expect(formatThickness(2.81e-3, { ...METRIC, thickness: unit }).figure).toBe(figure),
  );
  it('reduces fractions and keeps whole inches', () =>
    expect(formatQuantity(1.25 * 0.0254, 'length', 'in-fraction').figure).toBe('1 1/4'));
  it.each([
    [7 / 64, '7/64'],
    [0.132, '1/8+.007'], // 3.36 mm, which an eighth alone would make 3.18
    [0.138, '9/64−.003'],
    [0.002, '0.002'], // less than a 64th
    [-0.006, '−0.006'],
    [-0.132, '−0.132'],
    [-1 / 8, '−1/8'],
    [0, '0'],
  ])('hides no thousandth behind a 64th: %f in', (inches, figure) =>
    expect(formatQuantity(inches * 0.0254, 'length', 'in-fraction').figure).toBe(figure),
  );
  it('signs a change, but not a zero', () => {
    expect(formatThicknessChange(1.7e-4, METRIC).figure).toBe('+0.17');
    expect(formatThicknessChange(-5e-5, METRIC).figure).toBe('−0.05');
    expect(formatThicknessChange(-1e-9, METRIC).figure).toBe('0.00');
  });
  it('gives back what was read, to the last decimal shown', () => {
    for (const [unit, text] of [
      ['mm', '3.07'],
      ['in', '0.121'],
      ['thou', '97'],
    ] as const)
      expect(formatQuantity(length(text, unit), 'length', unit).figure).toBe(text);
  });
});

describe('parseLoad', () => {
  it.each([
    ['1', 9.80665],
    ['500 g', 4.903325],
    ['2 lb', 2 * 0.45359237 * 9.80665],
    ['4.9 N', 4.9],
    ['1 kgf', 9.80665],
    ['0', 0],
  ])('reads %s as a force', (text, newtons) => expect(parseLoad('load', text).value).toBeCloseTo(newtons, 9));
  it('takes a bare figure in the unit that was chosen, a written one as it is', () => {
    expect(parseLoad('load', '300', 'g').value).toBeCloseTo(0.3 * 9.80665, 9);
    expect(parseLoad('load', '300', 'N').value).toBe(300);
    expect(parseLoad('load', '1 kg', 'g').value).toBeCloseTo(9.80665, 9);
  });
  it.each(['-1', 'heavy', '', '3 mm'])('refuses %j', (text) => expect(() => parseLoad('load', text)).toThrow(/load/));
});
