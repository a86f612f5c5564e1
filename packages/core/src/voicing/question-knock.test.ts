import { questionKnock } from './question-knock';

describe('a knock that is asked about', () => {
  const before = [98, 147, 240, 286];
  it('is the same sound again after wood came off', () => {
    expect(questionKnock([98, 147, 240, 286], before, true)).toBe('nothing-moved');
    expect(questionKnock([98, 147, 240, 286], before, false)).toBeNull();
  });
  it('is one of another plate', () => expect(questionKnock([110, 170, 205, 320], before, true)).toBe('other-plate'));
  it('is not one whose notes fell by a shaving, nor one with a note missing or too few to tell', () => {
    expect(questionKnock([97.4, 145.8, 238, 284], before, true)).toBeNull();
    expect(questionKnock([97.4, 238, 284], before, true)).toBeNull();
    expect(questionKnock([110, 170], before, true)).toBeNull();
  });
});
