import { InvalidInput } from '@nimble/core/base';

/** A plain figure with an optional unit word behind it: "43.9", "43,9 Hz". @throws InvalidInput at the field */
export function readFigure(field: string, text: string, unit: RegExp, example: string): number {
  const plain = text.trim().replace(unit, '').trim().replace(',', '.');
  const value = Number(plain);
  if (plain === '' || !Number.isFinite(value)) throw new InvalidInput(field, text, `Type ${example}`);
  return value;
}

export const readHertz = (field: string, text: string) => readFigure(field, text, /hz$/i, 'the frequency, like 43.9');
export const readSeconds = (field: string, text: string) =>
  readFigure(field, text, /s(ec(onds?)?)?$/i, 'seconds, like 1.8');
