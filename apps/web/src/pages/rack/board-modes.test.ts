import { setProperties } from '@nimble/core/wood';
import { boardPlate, knockGuide } from './board-modes';

const board = { length: 0.55, width: 0.21, thickness: 0.0036 };
const properties = setProperties({
  ...board,
  species: 'european-spruce',
  mass: null,
  runout: 0,
  offQuarter: 0,
  findings: [],
});
const plate = boardPlate(board, properties);

describe('where to hold and where to knock', () => {
  it('along: holds a little over a fifth from an end, as a free bar stands still there', () => {
    const { hold, strike, nodeLines } = knockGuide(plate, 'along');
    const fromEnd = Math.min(hold.x, board.length - hold.x) / board.length;
    expect(Math.abs(fromEnd - 0.224)).toBeLessThan(0.03); // nodes of the free bar
    expect(nodeLines).toHaveLength(2);
    const fifth = nodeLines.map((line) => line[0]! / board.length).sort((a, b) => a - b);
    expect(Math.abs(fifth[0]! - 0.224)).toBeLessThan(0.025);
    expect(Math.abs(strike.x / board.length - 0.5) < 0.1 || strike.x < 0.05 || strike.x > 0.5).toBe(true);
  });
  it('across: holds a little over a fifth from a side', () => {
    const { hold } = knockGuide(plate, 'across');
    expect(Math.abs(Math.min(hold.y, board.width - hold.y) / board.width - 0.224)).toBeLessThan(0.05);
  });
  it('twist: holds on a middle line, knocks at a corner', () => {
    const { hold, strike } = knockGuide(plate, 'twist');
    const offMiddle = Math.min(Math.abs(hold.x / board.length - 0.5), Math.abs(hold.y / board.width - 0.5));
    expect(offMiddle).toBeLessThan(0.05);
    expect([
      strike.x === 0 || strike.x === board.length,
      strike.y === 0 || Math.abs(strike.y - board.width) < 1e-9,
    ]).toEqual([true, true]);
  });
});
