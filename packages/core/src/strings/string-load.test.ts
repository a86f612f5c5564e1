import { usualBridge } from '../bracing';
import { genericStringSet, sinkUnderForce, stringLoad, totalTension, turnUnderTorque, usualStrings } from '.';

const FAMILIES = ['steel-string', 'nylon-string', 'arched-guitar', 'mandolin', 'ukulele', 'other'] as const;
const e4 = {
  note: 'E4',
  frequency: 329.628,
  material: 'steel' as const,
  diameter: 3.048e-4,
  massPerLength: null,
  count: 1,
};

describe('string load', () => {
  it('0.3048 mm of steel at E4 over 0.63 m pulls 98.8 N; twelve of a height turn the bridge by their sum', () => {
    const bridge = { ...usualBridge('steel-string'), stringHeight: 0.012 };
    const { strings, total, torque, downForce } = stringLoad([{ ...e4, count: 12 }], 0.63, bridge);
    expect(strings[0].tension).toBeCloseTo(98.8, 1); // by hand
    expect(total).toBeCloseTo(12 * 98.8, 0);
    expect(torque).toBeCloseTo(total * 0.012, 9);
    expect(downForce).toBe(0);
  });
  it('a floating bridge is pressed down by the break angles and not turned', () => {
    const bridge = { ...usualBridge('mandolin'), angleBefore: 0.05, angleBehind: 0.2 };
    const { total, downForce, torque } = stringLoad(usualStrings('mandolin'), 0.35, bridge);
    expect(downForce / total).toBeCloseTo(Math.sin(0.05) + Math.sin(0.2), 12);
    expect(torque).toBe(0);
  });
  it.each(FAMILIES)('%s: the table gives what the family’s set gives', (family) => {
    const set = genericStringSet(family);
    expect(stringLoad(usualStrings(family), set.scale, usualBridge(family)).total).toBeCloseTo(
      totalTension(set, set.scale),
      6,
    );
  });
  it.each(FAMILIES)('%s: the diameters alone come within a fifth of it', (family) => {
    const set = genericStringSet(family);
    const byDiameter = usualStrings(family).map((string) => ({ ...string, massPerLength: null }));
    expect(
      Math.abs(stringLoad(byDiameter, set.scale, usualBridge(family)).total / totalTension(set, set.scale) - 1),
    ).toBeLessThan(0.2);
  });
  it('a fanned board runs from the bass scale to the treble’s, and pulls as their squares', () => {
    const fanned = stringLoad([e4, e4, e4], 0.63, { ...usualBridge('steel-string'), bassScale: 0.69 });
    expect(fanned.strings.map(({ length }) => length)).toEqual([
      0.69,
      expect.closeTo(0.66, 12),
      expect.closeTo(0.63, 12),
    ]);
    expect(fanned.strings[0].tension / fanned.strings[2].tension).toBeCloseTo((0.69 / 0.63) ** 2, 9);
  });
  it('refuses a string without thickness and an absurd scale', () => {
    expect(() => stringLoad([{ ...e4, diameter: 0 }], 0.63, usualBridge('other'))).toThrow(/diameter/);
    expect(() => stringLoad([e4], 63, usualBridge('other'))).toThrow(/scale/);
  });
});

describe('the top as a beam under the bridge', () => {
  it('in the middle turns by M L / 12 EI and sinks by F L^3 / 48 EI', () => {
    expect(turnUnderTorque(9, 60, 0.48, 0.24)).toBeCloseTo((9 * 0.48) / (12 * 60), 12);
    expect(sinkUnderForce(150, 60, 0.48, 0.24)).toBeCloseTo((150 * 0.48 ** 3) / (48 * 60), 12);
  });
  it('at an end turns by M L / 3 EI, and does not sink', () => {
    expect(turnUnderTorque(9, 60, 0.48, 0)).toBeCloseTo((9 * 0.48) / (3 * 60), 12);
    expect(sinkUnderForce(150, 60, 0.48, 0.48)).toBe(0);
    expect(() => turnUnderTorque(9, 60, 0.48, 0.5)).toThrow(/at/);
  });
});
