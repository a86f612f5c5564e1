import { bridgeAt, drawPattern, emptyPlan, usualSettings, type BracingPlan } from '../bracing';
import { defaultHoles, defaultOutline, plateShape } from '../outline';
import { usualStrings } from '../strings';
import { factorTop, underLoad } from '../shell';
import { heightsOf, sizeUpTop, stringsLoads, topOfPlan, type TopPlan } from '.';
import { neckLoad, neckMass, neckPatches } from './neck';

const SCALE = 0.632;
const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const bare = emptyPlan('steel-string', 'flat');
const hole = { x: 0.152, diameter: 0.098 };
const at = bridgeAt(bare.bridge, SCALE);
const drawn = drawPattern(usualSettings('x'), { shape, hole, bridgeAt: at, trebleSign: -1 });
const plan: BracingPlan = { ...bare, ...drawn };
const aTop = (change: Partial<TopPlan> = {}): TopPlan => ({
  shape,
  family: 'steel-string',
  plan,
  scale: SCALE,
  trebleSign: -1,
  bridge: true,
  sandwich: null,
  thickness: 2.8e-3,
  wood: { rho: 420, E_L: 11.5e9, E_C: 0.8e9, G_LC: 0.75e9, nu_LC: 0.37 },
  ...change,
});
const COARSE = { hold: 'glued' as const, modeCount: 0, meshSize: 0.024 };
const transverse = (taller: number): BracingPlan => ({
  ...plan,
  braces: plan.braces.map((brace) =>
    brace.role === 'transverse' ? { ...brace, heights: heightsOf(brace.heights, taller) } : brace,
  ),
});

describe('the neck on a strung top', () => {
  const [tongue, block] = neckPatches(aTop());
  it('has its tongue between rim and hole, and its block before the first brace', () => {
    const along = (outline: readonly (readonly [number, number])[]) => outline.map(([x]) => x);
    const edgeOfHole = Math.min(...shape.holes[0].map(([x]) => x));
    expect(Math.max(...along(tongue.outline))).toBeLessThan(edgeOfHole);
    const bar = plan.braces.find(({ role }) => role === 'transverse')!;
    expect(Math.max(...along(block.outline))).toBeLessThan(bar.from[0] - bar.width / 2);
    expect(tongue.side).toBe('outer');
    expect(block.side).toBe('inner');
  });
  it('is pulled by the strings: of tension times ten millimetres the top bears a quarter', () => {
    // Tension of a string: 4 mu (L f)^2.
    const tension = usualStrings('steel-string').reduce(
      (sum, { massPerLength, frequency, count }) => sum + 4 * massPerLength! * (SCALE * frequency) ** 2 * count,
      0,
    );
    const load = neckLoad(aTop(), 'glued')!;
    expect(load.torque).toBeCloseTo(0.25 * 0.01 * tension, 6);
    // From the one side to the other, against the bridge's: the edge towards the bridge goes in.
    expect(load.line[0][1]).toBeGreaterThan(load.line[1][1]);
  });
  it('is not there before the bridge is on, where nothing is glued, nor where the bridge floats', () => {
    expect(neckLoad(aTop({ bridge: false }), 'glued')).toBeNull();
    expect(neckLoad(aTop(), 'ring')).toBeNull();
    const floating = { ...plan, bridge: { ...plan.bridge, kind: 'floating' as const } };
    expect(neckLoad(aTop({ plan: floating }), 'glued')).toBeNull();
    expect(sizeUpTop(aTop(), { ...COARSE, hold: 'ring' }).neckTurn).toBeNull();
  });
  it('answers the bridge as the bridge answers it', () => {
    const top = aTop();
    const factored = factorTop({ ...topOfPlan(top, 'glued'), meshSize: COARSE.meshSize });
    const [neck, bridge] = [neckLoad(top, 'glued')!, stringsLoads(top)[0]].map((load) => underLoad(factored, load));
    const work = (force: Float64Array, x: Float64Array) => force.reduce((sum, value, i) => sum + value * x[i], 0);
    expect(work(neck.force, bridge.x)).toBeCloseTo(work(bridge.force, neck.x), 9);
  });
  it('turns more with a lower transverse brace, less under a thicker plate', () => {
    const turn = (change: Partial<TopPlan> = {}) => sizeUpTop(aTop(change), COARSE).neckTurn!;
    const now = turn();
    expect(now).toBeGreaterThan(1e-4);
    expect(turn({ plan: transverse(-5e-3) })).toBeGreaterThan(1.05 * now);
    expect(turn({ thickness: 3.2e-3 })).toBeLessThan(now);
  });
  it('is not weighed with the top', () => {
    const glued = sizeUpTop(aTop(), COARSE).mass;
    const free = sizeUpTop(aTop(), { ...COARSE, hold: 'free' }).mass;
    expect(glued).toBeCloseTo(free, 6);
    expect(neckMass(aTop(), 'glued')).toBeGreaterThan(0.03);
  });
});
