import { defaultHoles, defaultOutline, plateShape } from '../outline';
import type { BracingPlan } from './bracing-plan';
import { emptyPlan } from './empty-plan';
import { drawPattern, usualSettings } from './patterns/draw-pattern';
import { isSamePlan, planDifferences } from './plan-differences';

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const empty = emptyPlan('steel-string', 'flat');
const ground = { shape, hole: { x: 0.152, diameter: 0.098 }, bridgeAt: 0.37, trebleSign: -1 as const };
const plan: BracingPlan = { ...empty, ...drawPattern(usualSettings('x'), ground) };
const NOTHING = { changed: [], onlyFirst: [], onlySecond: [], parts: [] };

describe('where two plans part', () => {
  it('says nothing of a plan and its copy from the record', () =>
    expect(planDifferences(plan, JSON.parse(JSON.stringify(plan)) as BracingPlan)).toEqual(NOTHING));
  it('names the brace that was moved, and no other', () => {
    const [first, ...rest] = plan.braces;
    const moved = { ...plan, braces: [{ ...first, to: [first.to[0] + 0.001, first.to[1]] as const }, ...rest] };
    expect(planDifferences(plan, moved)).toEqual({ ...NOTHING, changed: [first.name] });
  });
  it('tells what only one of them has, whichever is first', () => {
    const fewer = { ...plan, braces: plan.braces.slice(1) };
    const name = plan.braces[0].name;
    expect(planDifferences(plan, fewer)).toEqual({ ...NOTHING, onlyFirst: [name] });
    expect(planDifferences(fewer, plan)).toEqual({ ...NOTHING, onlySecond: [name] });
  });
  it('takes a copy for the same plan, and one with a notch a tenth deeper for another', () => {
    const copy = JSON.parse(JSON.stringify(plan)) as BracingPlan;
    expect(isSamePlan(plan, copy)).toBe(true);
    expect(isSamePlan(plan, { ...copy, laps: [{ ...copy.laps[0], capThickness: 0.0011 }] })).toBe(false);
  });
  it('tells another arch and another bridge apart', () => {
    const other = { ...plan, archRadius: 9, bridge: { ...plan.bridge, width: plan.bridge.width + 0.001 } };
    expect(planDifferences(plan, other).parts).toEqual(['bridge', 'arch']);
  });
});
