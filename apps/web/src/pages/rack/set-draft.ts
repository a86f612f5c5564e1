/** What is typed of a set, and what it says in SI. Pure. */
import { DEGREE, formatQuantity, parseQuantity, type UnitChoice } from '@nimble/core/units';
import { InvalidInput } from '@nimble/core/base';
import { parseRunout, PIECE_MARKS } from '@nimble/core/wood';
import type { FieldError } from '../../api/client';
import type { WoodSet } from '../../api/wood';
import { WrongFields } from '../../forms';
import { stays } from './piece-order';

export const FIRST_DRAFT = {
  name: '',
  use: 'top',
  species: 'european-spruce',
  cut: 'quartered',
  worked: 'split',
  pieces: '2',
  length: '',
  width: '',
  thickness: '',
  runout: '',
  offQuarter: '0',
  risesBass: '',
  risesTreble: '',
  grainLinesPerCm: '',
  figure: '',
  colour: '',
  place: '',
  price: '',
  note: '',
};
export type SetDraft = typeof FIRST_DRAFT;

export function draftOf(set: WoodSet, units: UnitChoice): SetDraft {
  const length = (value: number) => formatQuantity(value, 'length', units.length, units.length === 'mm' ? 2 : 4).figure;
  // Finer than anyone reads it, so that a slope typed as 1 in 28 is not another after a change of the name.
  const degrees = (value: number) => String(Math.round((1e4 * value) / DEGREE) / 1e4);
  const { name, use, species, cut, worked, figure, colour, place, price, note } = set;
  return {
    name,
    use,
    species,
    cut,
    worked,
    figure,
    colour,
    place,
    price,
    note,
    pieces: String(set.pieces.length),
    length: length(set.length),
    width: length(set.width),
    thickness: length(set.thickness),
    runout: set.runout === null ? '' : degrees(set.runout),
    offQuarter: degrees(set.offQuarter),
    risesBass: set.risesBass ?? '',
    risesTreble: set.risesTreble ?? '',
    grainLinesPerCm: set.grainLinesPerCm === null ? '' : String(set.grainLinesPerCm),
  };
}

/** As many as wanted; those that are there already stay as they lie. */
function piecesFor(count: number, before: WoodSet | null) {
  const now = before?.pieces.map(({ mark }) => mark) ?? [];
  const marks = PIECE_MARKS.slice(0, count);
  const kept = now.filter((mark) => marks.includes(mark));
  const lying = [...kept, ...marks.filter((mark) => !kept.includes(mark))];
  return lying.map((mark) => (before ? stays(before, mark) : { mark }));
}

/** Reads every field, so that all that is wrong is told at once. @throws WrongFields */
export function readDraft(draft: SetDraft, units: UnitChoice, before: WoodSet | null = null): Record<string, unknown> {
  const wrong: FieldError[] = [];
  const attempt = <T>(field: keyof SetDraft, read: () => T): T | undefined => {
    try {
      return read();
    } catch (failure) {
      if (!(failure instanceof InvalidInput)) throw failure;
      wrong.push({ field, message: failure.reason[0]!.toUpperCase() + failure.reason.slice(1) });
      return undefined;
    }
  };
  const length = (field: keyof SetDraft) =>
    attempt(field, () => parseQuantity(field, draft[field], 'length', units.length).value);
  const figure = (field: keyof SetDraft) => {
    const value = Number(draft[field].trim().replace(',', '.').replace('°', ''));
    if (!Number.isFinite(value)) throw new InvalidInput(field, draft[field], 'is not a figure');
    return value;
  };
  const angle = (field: keyof SetDraft) => attempt(field, () => figure(field) * DEGREE);
  if (draft.name.trim() === '') wrong.push({ field: 'name', message: 'Give it a name' });
  const lines =
    draft.grainLinesPerCm.trim() === '' ? null : attempt('grainLinesPerCm', () => figure('grainLinesPerCm'));
  const { use, species, cut, worked, figure: figured, colour, place, price, note } = draft;
  const body = {
    name: draft.name.trim(),
    use,
    species,
    cut,
    worked,
    ...(use !== 'brace' && { pieces: piecesFor(Number(draft.pieces), before) }),
    length: length('length'),
    width: length('width'),
    thickness: length('thickness'),
    runout: attempt('runout', () => parseRunout('runout', draft.runout)),
    offQuarter: angle('offQuarter'),
    risesBass: draft.risesBass || null,
    risesTreble: draft.risesTreble || null,
    grainLinesPerCm: lines,
    figure: figured,
    colour,
    place,
    price,
    note,
  };
  if (wrong.length > 0) throw new WrongFields(wrong);
  return body;
}
