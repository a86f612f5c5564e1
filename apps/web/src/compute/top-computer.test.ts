import { bridgeAt, drawPattern, usualBridge, usualSettings } from '@nimble/core/bracing';
import { defaultHoles, defaultOutline, plateShape } from '@nimble/core/outline';
import type { TopPlan } from '@nimble/core/top';
import { TopComputer } from './top-computer';

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const bridge = usualBridge('steel-string');
const [round] = defaultHoles('steel-string');
if (round?.kind !== 'round') throw new Error('a round hole is meant');
const drawn = drawPattern(usualSettings('x'), {
  shape,
  hole: { x: round.x, diameter: round.diameter },
  bridgeAt: bridgeAt(bridge, 0.632),
  trebleSign: -1,
});
const plan: TopPlan = {
  shape,
  family: 'steel-string',
  scale: 0.632,
  trebleSign: -1,
  bridge: true,
  sandwich: null,
  thickness: 2.8e-3,
  wood: { rho: 420, E_L: 11.5e9, E_C: 0.8e9, G_LC: 0.75e9, nu_LC: 0.37 },
  plan: { ...drawn, bridge, strings: null, archRadius: null, dishRadius: null, rodThroughHole: false },
};

describe('the whole top in its worker', () => {
  const computer = new TopComputer();
  const told: number[] = [];
  const figures = computer.open({ plan, hold: 'glued' }, (share) => void told.push(share));
  it('tells how far it is, and modes from low to high', () => {
    expect(told.at(-1)).toBe(1);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    const notes = figures.modes.map(({ frequency }) => frequency);
    expect(notes).toEqual([...notes].sort((a, b) => a - b));
    figures.modes.forEach(({ energy: { along, across, twist, shear, braces } }) =>
      expect(along + across + twist + shear + braces.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9),
    );
  });
  it('draws a mode from all one way to all the other, a shaving map with its braces', () => {
    const { bands, nodes, braces } = computer.picture({ show: 'mode', mode: 1 });
    expect(bands[0]!.tone).toBe(-1);
    expect(bands.at(-1)!.tone).toBe(1);
    expect(nodes).not.toBe('');
    expect(braces).toEqual([]);
    const map = computer.picture({ show: 'shaving', wish: { kind: 'less-weight' } });
    expect(map.braces).toHaveLength(plan.plan.braces.length);
    expect(map.most).toBeGreaterThan(0);
  });
  it('says of a pass what it weighs, and of a lower brace what all its passes say together, nearly', () => {
    expect(computer.passAt(0.2, 0.02).mass).toBeCloseTo(-420 * 2e-3 * 1e-4, 8);
    const heights = plan.plan.braces[0]!.heights;
    const lower = computer.changed([[0, heights.map((height) => height - 1e-4)]], {});
    const now = computer.changed([], {});
    const heard = 1200 * Math.log2(lower.modes[0]!.frequency / now.modes[0]!.frequency);
    const spacing = plan.plan.braces[0]!.length / (heights.length - 1);
    // A pass reaches 30 mm; side by side they cover the brace, the ends half.
    const said = heights.reduce(
      (sum, _, s) =>
        sum + computer.passOn(0, s).cents[0]! * (spacing / 0.03) * (s === 0 || s === heights.length - 1 ? 0.5 : 1),
      0,
    );
    expect(Math.abs(said / heard - 1)).toBeLessThan(0.05);
  });
  it('has nothing to say before a top is open', () => {
    expect(() => new TopComputer().rim()).toThrow('No top is open');
  });
});
