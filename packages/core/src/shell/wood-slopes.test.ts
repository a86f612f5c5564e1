import { barModes } from '../bar';
import {
  strainEnergies,
  factorTop,
  solveTop,
  topModes,
  topStress,
  underLoad,
  woodSlopes,
  type TopInput,
  type TopMaterial,
} from '.';

const wood = (E_L: number, E_C: number, G: number, nu: number, density: number): TopMaterial => ({
  density,
  modulusAlong: E_L,
  modulusAcross: E_C,
  shearModulus: G,
  poisson: nu,
  shearAlongThickness: G,
  shearAcrossThickness: 0.1 * G,
});
const spruce = wood(11.5e9, 0.75e9, 0.8e9, 0.37, 410);
const stick = wood(12e9, 0.85e9, 0.8e9, 0.37, 430);
const LONG = 0.4;
const WIDE = 0.3;
/** A panel with two braces that cross, one of them tapering. */
const panel = (change: Partial<TopInput> = {}): TopInput => ({
  outline: [
    [0, 0],
    [LONG, 0],
    [LONG, WIDE],
    [0, WIDE],
  ],
  thickness: 2.8e-3,
  material: spruce,
  edge: 'supported',
  edgeInPlane: 'free',
  meshSize: 0.025,
  modeCount: 4,
  braces: [
    {
      path: [
        [0.2, 0],
        [0.2, WIDE],
      ],
      section: 'rectangle',
      stations: [0.01, 0.014, 0.012, 0.006].map((height, i) => ({ s: 0.1 * i, width: 8e-3, height })),
      material: stick,
    },
    {
      path: [
        [0.05, 0.05],
        [0.35, 0.24],
      ],
      section: 'triangle',
      stations: [
        { s: 0, width: 7e-3, height: 0.011 },
        { s: 0.355, width: 7e-3, height: 0.009 },
      ],
      material: stick,
      lap: 'open',
    },
  ],
  loads: [
    { kind: 'force', at: [0.15, 0.15], force: 20 },
    {
      kind: 'torque',
      line: [
        [0.25, 0.1],
        [0.25, 0.2],
      ],
      torque: 10,
    },
  ],
  probes: [[0.15, 0.15]],
  ...change,
});

/** Frequencies, then the work of each load. */
const outputs = (top: TopInput) => {
  const { modes, work } = solveTop(top);
  return [...modes.map(({ frequency }) => frequency), ...work];
};

/** Slopes of the same outputs: f from lambda, work = f'u / 2. */
function slopesOf(top: TopInput) {
  const factored = factorTop(top);
  const { modes } = topModes(factored, 4);
  const loads = top.loads!.map((load) => underLoad(factored, load).x);
  const pairs = [
    ...modes.map(({ vector, lambda }) => ({ x: vector, y: vector, lambda })),
    ...loads.map((x) => ({ x, y: x, lambda: 0 })),
  ];
  const scale = [...modes.map(({ frequency }) => 1 / (8 * Math.PI ** 2 * frequency)), -0.5, -0.5];
  const slopes = woodSlopes(factored.model, top.braces!, pairs);
  return { scale, slopes, mesh: factored.model.mesh };
}

describe('what a little wood more does', () => {
  const top = panel();
  const { scale, slopes, mesh } = slopesOf(top);
  it.each<[string, (x: number, y: number) => number]>([
    ['everywhere', () => 1],
    ['towards one end', (x) => x / LONG],
    ['towards one side', (_, y) => 1 - y / WIDE],
  ])('to the plate %s: as two solutions of the changed top show', (_, where) => {
    const by = 5e-6;
    const corners = [
      [0, 0],
      [LONG, 0],
      [LONG, WIDE],
      [0, WIDE],
      [0.2, 0.1],
      [0.1, 0.2],
    ];
    const changed = (sign: number) =>
      panel({ thickness: corners.map(([x, y]) => ({ x, y, thickness: 2.8e-3 + sign * by * where(x, y) })) });
    const [more, less] = [outputs(changed(1)), outputs(changed(-1))];
    slopes.forEach(({ thickness }, p) => {
      const expected = (more[p] - less[p]) / (2 * by);
      const found = scale[p] * thickness.reduce((sum, slope, n) => sum + slope * where(mesh.x[n], mesh.y[n]), 0);
      expect(Math.abs(found / expected - 1)).toBeLessThan(0.01);
    });
  });
  it.each([
    [0, 0],
    [0, 1],
    [0, 3],
    [1, 0],
    [1, 1],
  ])('to brace %i at its station %i', (b, s) => {
    const by = 2e-5;
    const changed = (sign: number) =>
      panel({
        braces: top.braces!.map((brace, i) =>
          i !== b
            ? brace
            : {
                ...brace,
                stations: brace.stations.map((station, j) =>
                  j === s ? { ...station, height: station.height + sign * by } : station,
                ),
              },
        ),
      });
    const [more, less] = [outputs(changed(1)), outputs(changed(-1))];
    const largest = Math.max(...more.map((value, p) => Math.abs(value - less[p]) / more[p]));
    slopes.forEach(({ heights }, p) => {
      const expected = (more[p] - less[p]) / (2 * by);
      if (Math.abs(more[p] - less[p]) / more[p] < 0.02 * largest) return; // too little to tell from round-off
      expect(Math.abs((scale[p] * heights[b][s]) / expected - 1)).toBeLessThan(0.01);
    });
  });
});

describe('where the energy sits', () => {
  const E = 1e10;
  const isotropic = { ...wood(E, E, E / 2, 0, 430), shearAlongThickness: 1e14, shearAcrossThickness: 1e14 };
  const side = 0.3;
  const square: TopInput = {
    outline: [
      [0, 0],
      [side, 0],
      [side, side],
      [0, side],
    ],
    thickness: 3e-3,
    material: isotropic,
    edge: 'supported',
    meshSize: 0.0125,
  };
  const factored = factorTop(square);
  const [{ vector }] = topModes(factored, 1).modes;
  it('sin times sin of an even plate without Poisson: a quarter along, a quarter across, half in twist', () => {
    const { along, across, twist, shear } = strainEnergies(factored.model, [vector])[0].shares;
    expect(along).toBeCloseTo(0.25, 2);
    expect(across).toBeCloseTo(0.25, 2);
    expect(twist).toBeCloseTo(0.5, 2);
    expect(shear).toBeLessThan(0.001);
  });
  it('its surface stress in the middle is E h/2 (pi / a)^2 of its deflection there', () => {
    const largest = Math.max(
      ...factored.model.mesh.x.map((_, i) => Math.abs(vector[6 * factored.model.position[i] + 2])),
    );
    const { along } = topStress(factored.model, vector);
    const expected = ((E * 3e-3) / 2) * (Math.PI / side) ** 2 * largest;
    expect(Math.max(...along.map(Math.abs)) / expected).toBeGreaterThan(0.97);
    expect(Math.max(...along.map(Math.abs)) / expected).toBeLessThan(1.02);
  });
  it('under a load adds up to half of force times way, braces and all', () => {
    const held = panel();
    const { model } = factorTop(held);
    const { x, force } = underLoad(factorTop(held), held.loads![0]);
    const [{ shares, density: densities }] = strainEnergies(model, [x]);
    const plate = densities.reduce((sum, density, t) => sum + density * model.plate.facets[t].area, 0);
    const braces = shares.braces.reduce((sum, share) => sum + share, 0);
    const work = force.reduce((sum, value, i) => sum + value * x[i], 0) / 2;
    // One point a triangle: near the load the strains change within it.
    expect(plate / (work * (1 - braces))).toBeGreaterThan(0.9);
    expect(plate / (work * (1 - braces))).toBeLessThan(1.1);
    expect(braces).toBeGreaterThan(0.2);
  });
  it('a brace that bends with a supported strip is pulled at its top by its share of the moment', () => {
    // A stiff brace on a plate of next to nothing is a beam on two supports: M = F L / 4, stress = 6 M / (b h^2).
    const thin = panel({
      thickness: 0.3e-3,
      meshSize: 0.015,
      braces: [
        {
          path: [
            [0.2, 0],
            [0.2, WIDE],
          ],
          section: 'rectangle',
          stations: [{ s: 0, width: 8e-3, height: 0.02 }],
          material: stick,
        },
      ],
    });
    const held = factorTop(thin);
    const { x } = underLoad(held, { kind: 'force', at: [0.2, 0.15], force: 10 });
    const [{ stress, at }] = topStress(held.model, x).braces;
    const expected = (6 * 10 * WIDE) / 4 / (8e-3 * 0.02 ** 2);
    expect(stress / expected).toBeGreaterThan(0.85);
    expect(stress / expected).toBeLessThan(1.02);
    expect(at).toBeCloseTo(0.15, 1);
  });
});

it('a sandwich gives in its core: a free strip is the bar of the same rigidity, weight and shear', () => {
  const [E, G, skin, core] = [10e9, 25e6, 6e-4, 1.6e-3];
  const [length, width, whole] = [0.2, 0.025, core + 2 * skin];
  const top: TopInput = {
    outline: [
      [0, 0],
      [length, 0],
      [length, width],
      [0, width],
    ],
    thickness: whole,
    material: wood(E, E, E / 2, 0, 450),
    edge: 'free',
    sandwich: { core, coreDensity: 48, coreModulus: 1, coreShear: G, glueMass: 0.08 },
    meshSize: 0.006,
    modeCount: 1,
  };
  const perArea = 2 * skin * 450 + core * 48 + 0.08;
  const bar = barModes(
    {
      length,
      ends: 'free',
      section: 'rectangle',
      stations: [0, length].map((x) => ({ x, width, height: whole })),
      density: perArea / whole,
      modulus: (E * (whole ** 3 - core ** 3)) / whole ** 3,
      shearModulus: (6 / 5) * ((G * (core + skin) ** 2) / core / whole),
    },
    1,
  );
  const { modes, mass } = solveTop(top);
  expect(Math.abs(modes[0].frequency / bar.modes[0].frequency - 1)).toBeLessThan(0.01);
  expect(mass).toBeCloseTo(perArea * length * width, 6);
  const stiffCore = solveTop({ ...top, sandwich: { ...top.sandwich!, coreShear: 1e12 } });
  expect(modes[0].frequency / stiffCore.modes[0].frequency).toBeLessThan(0.98);
});
