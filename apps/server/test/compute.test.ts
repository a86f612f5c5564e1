import { openApplication, type Application } from './application';

describe('the computing API', () => {
  let api: Application;
  beforeAll(async () => {
    api = await openApplication();
  });
  afterAll(() => api.close());
  const compute = (what: string, body: unknown) => api.http.post(`/api/v1/compute/${what}`).send(body as object);

  const flex = {
    span: 0.4,
    width: 0.4,
    thickness: 0.003,
    direction: 'along',
    points: [
      { load: 0, deflection: 0 },
      { load: 9.80665, deflection: 1.2106e-3 },
    ],
  };
  const plate = {
    length: 0.55,
    width: 0.21,
    thickness: 0.0036,
    mass: 0.174636,
    partials: { twist: 43.8535, across: 116.298, along: 65.3764 },
  };

  it('flex: 12 GPa from 1.211 mm under 1 kgf', async () => {
    const { body } = await compute('flex', flex).expect(200); // by hand
    expect(body.modulus.value / 12e9).toBeCloseTo(1, 3);
    expect(body.modulus.sd).toBeGreaterThan(0);
    expect(body.warnings).toEqual([]);
  });
  it('plate-identify: the constants that the notes were made from', async () => {
    const { body } = await compute('plate-identify', plate).expect(200);
    expect(body.modulusAlong.value / 12e9).toBeCloseTo(1, 3);
    expect(body.modulusAcross.value / 0.8e9).toBeCloseTo(1, 3);
    expect(body.shearModulus.value / 0.75e9).toBeCloseTo(1, 3);
    expect(body.density.value).toBeCloseTo(420, 1);
  });
  it('moisture: 8.49 % at 20 °C and 45 %', async () => {
    const { body } = await compute('moisture', { temperatureC: 20, relativeHumidity: 0.45 }).expect(200);
    expect(body.equilibriumMoistureContent).toBeCloseTo(0.0849, 4);
  });
  it.each([
    ['flex', { ...flex, points: [flex.points[1]] }, 'points'],
    ['flex', { ...flex, points: [flex.points[1], flex.points[1]] }, 'points'],
    ['flex', { ...flex, points: [flex.points[0], { load: 'heavy', deflection: 0 }] }, 'points[1].load'],
    ['flex', { ...flex, thickness: 3 }, 'thickness'],
    ['flex', { ...flex, direction: 'up' }, 'direction'],
    ['flex', { ...flex, points: Array.from({ length: 501 }, () => flex.points[0]) }, 'points'],
    ['plate-identify', { ...plate, mass: 174.6 }, 'mass'],
    ['plate-identify', { ...plate, partials: { ...plate.partials, twist: -1 } }, 'partials.twist'],
    ['plate-identify', { ...plate, partials: { twist: 40 } }, 'partials.across'],
    ['plate-identify', { ...plate, poisson: 7 }, 'poisson'],
    ['moisture', { temperatureC: 20, relativeHumidity: 45 }, 'relativeHumidity'],
    ['moisture', { temperatureC: 'warm', relativeHumidity: 0.45 }, 'temperatureC'],
  ])('%s refuses %j at its field', async (what, body, field) => {
    const response = await compute(what, body).expect(400);
    expect(response.type).toBe('application/problem+json');
    expect(response.body.errors.map((e: { field: string }) => e.field)).toContain(field);
  });

  it('section: a triangle has half the area and a third of the stiffness of its block', async () => {
    const { body } = await compute('section', { shape: 'triangle', width: 0.008, height: 0.012 }).expect(200);
    expect(body.area).toBeCloseTo(48e-6, 12);
    expect(body.centroidHeight).toBeCloseTo(0.004, 12);
    expect(body.secondMoment / (8 * 12 ** 3 * 1e-12)).toBeCloseTo(1 / 36, 9);
    expect(body.secondMomentAboutBase / (8 * 12 ** 3 * 1e-12)).toBeCloseTo(1 / 12, 9);
  });
  it('arc: 4.5145 m from 4 mm over 380, and back', async () => {
    const { body } = await compute('arc', { span: 0.38, rise: 0.004 }).expect(200); // by hand
    expect(body.radius).toBeCloseTo(4.5145, 4);
    expect(body.battenDeviation).toBeCloseTo((0.004 * 2) / 27, 6);
    expect((await compute('arc', { span: 0.38, radius: 7.62 }).expect(200)).body.rise).toBeCloseTo(2.369e-3, 6);
  });
  it('bar: thin-bar theory’s 854.7, 2356, 4619 Hz less what shear takes, which theory that is, and a sensitivity for each partial and station', async () => {
    const stations = [0, 0.1, 0.2, 0.3].map((x) => ({ x, width: 0.008, height: 0.014 }));
    const bar = { length: 0.3, density: 420, modulus: 12e9, ends: 'free', section: 'rectangle', stations, count: 3 };
    const { body } = await compute('bar', bar).expect(200); // by hand
    // Shear takes as much as of case04a, by the square of the height.
    [854.7, 2356, 4619].forEach((f, m) => expect(body.frequencies[m] / f).toBeCloseTo([0.974, 0.916, 0.843][m]!, 2));
    expect(body).toMatchObject({ theory: 'with-shear', shear: 'usual', shearModulus: 12e9 / 17 });
    expect((body.sensitivities as number[][]).map((row) => row.length)).toEqual([4, 4, 4]);
    // All planed alike: f ~ h / sqrt(1 + c h^2), with c h^2 = 1 / 0.974^2 - 1 = 0.054 by case04a.
    const sum = (body.sensitivities[0] as number[]).reduce((a, b) => a + b);
    expect(sum / (-body.frequencies[0] / 0.014)).toBeCloseTo(1 / 1.054, 2);
  });
  it.each([
    ['section', { shape: 'trapezoid', width: 0.01, height: 0.01 }, 'topWidth'],
    ['section', { shape: 'star', width: 0.01, height: 0.01 }, 'shape'],
    ['arc', { span: 0.4, rise: 0.3 }, 'rise'],
    ['arc', { span: 0.4 }, 'rise'],
    ['arc', { span: 0.4, radius: 0.1 }, 'radius'],
    [
      'bar',
      {
        length: 0.3,
        density: 420,
        modulus: 12e9,
        ends: 'free',
        section: 'rectangle',
        count: 3,
        stations: [
          { x: 0, width: 0.01, height: 0 },
          { x: 0.3, width: 0.01, height: 0.01 },
        ],
      },
      'stations[0].height',
    ],
    [
      'bar',
      { length: 0.3, density: 420, modulus: 12e9, ends: 'hung', section: 'rectangle', count: 3, stations: [] },
      'ends',
    ],
  ])('%s of %j is refused at %s', async (what, body, field) => {
    const { body: problem } = await compute(what, body).expect(400);
    expect((problem.errors as { field: string }[]).map((error) => error.field)).toContain(field);
  });

  describe('a whole top', () => {
    const wood = {
      density: 410,
      modulusAlong: 11.5e9,
      modulusAcross: 0.75e9,
      shearModulus: 0.8e9,
      poisson: 0.37,
      shearAlongThickness: 0.72e9,
      shearAcrossThickness: 0.06e9,
    };
    const brace = {
      path: [
        [0.2, 0],
        [0.2, 0.3],
      ],
      section: 'rectangle',
      stations: [{ s: 0, width: 8e-3, height: 14e-3 }],
      material: { ...wood, modulusAlong: 12e9, modulusAcross: 0.85e9, density: 430 },
    };
    const top = {
      outline: [
        [0, 0],
        [0.4, 0],
        [0.4, 0.3],
        [0, 0.3],
      ],
      thickness: 2.8e-3,
      material: wood,
      braces: [brace],
      edge: 'supported',
      edgeInPlane: 'held',
      modeCount: 3,
      loads: [
        { kind: 'force', at: [0.2, 0.15], force: 20 },
        {
          kind: 'torque',
          line: [
            [0.1, 0.1],
            [0.1, 0.2],
          ],
          torque: 1,
        },
      ],
      probes: [
        [0.2, 0.15],
        [0.1, 0.1],
      ],
    };
    const post = (change: object) => api.http.post('/api/v1/compute/top').send({ ...top, ...change });
    it('gives modes with their kind, and what loads do at the probes', async () => {
      const { body } = await post({}).expect(200);
      const found = body as {
        modes: { frequency: number; kind: string; modalMass: number }[];
        deflections: number[][];
        mass: number;
        degreesOfFreedom: number;
        elapsedMs: number;
      };
      [187.564, 204.97, 242.825].forEach((f, i) =>
        expect(Math.abs(found.modes[i]!.frequency / f - 1)).toBeLessThan(0.01),
      ); // solid elements
      expect(found.modes.map(({ kind }) => kind)).toEqual(['long-dipole', 'monopole', 'other']);
      expect(Math.abs(found.deflections[0]![0]! / 0.000203058 - 1)).toBeLessThan(0.02);
      expect(found.deflections.map((places) => places.length)).toEqual([2, 2]);
      expect(found.mass).toBeCloseTo(0.4 * 0.3 * 2.8e-3 * 410 + 0.3 * 8e-3 * 14e-3 * 430, 6);
      expect(found.degreesOfFreedom).toBeGreaterThan(1000);
      expect(found.elapsedMs).toBeGreaterThan(0);
    });
    it('takes thickness by points, an arch, holes, patches and a glued rim', async () => {
      const points = [
        [0, 0],
        [0.4, 0],
        [0.4, 0.3],
        [0, 0.3],
      ].map(([x, y]) => ({ x, y, thickness: 2.8e-3 }));
      const patch = {
        outline: [
          [0.25, 0.1],
          [0.3, 0.1],
          [0.3, 0.2],
          [0.25, 0.2],
        ],
        thickness: 2e-3,
        side: 'inner',
        material: wood,
        grainAngle: 1.57,
      };
      const hole = [
        [0.08, 0.1],
        [0.14, 0.1],
        [0.14, 0.2],
        [0.08, 0.2],
      ];
      const { body } = await post({
        thickness: points,
        height: { radius: 8 },
        holes: [hole],
        patches: [patch],
        edge: { rotationalStiffness: 500 },
        loads: [],
        probes: [],
      }).expect(200);
      expect((body as { modes: unknown[] }).modes).toHaveLength(3);
    });
    it('takes a rim that gives, ends as built, a sandwich and the way the grain runs', async () => {
      const first = async (change: object) =>
        (
          (await post({ loads: [], probes: [], modeCount: 1, ...change }).expect(200)).body as {
            modes: { frequency: number }[];
          }
        ).modes[0]!.frequency;
      const [held, free] = [await first({}), await first({ edgeInPlane: 'free' })];
      const between = await first({ rim: { inPlane: 2e7 } });
      expect(between).toBeGreaterThan(free);
      expect(between).toBeLessThan(held);
      expect(await first({ rim: { rotational: 300 } })).toBeGreaterThan(held);
      const clamped = { edge: 'clamped' };
      expect(
        await first({ ...clamped, braces: [{ ...brace, ends: ['letIn', 'butted'], pocket: 4e-3 }] }),
      ).toBeGreaterThan(await first(clamped));
      const points = [
        [0, 0, 0],
        [0.4, 0, 0],
        [0.4, 0.3, 0],
        [0, 0.3, 0],
        [0.2, 0.15, -0.012],
      ].map(([x, y, z]) => ({ x, y, z }));
      const carved = { height: { points }, braces: [] };
      expect(await first({ ...carved, grain: 'level' })).toBe(await first(carved));
      expect(await first({ ...carved, grain: 'follows' })).toBeGreaterThan(await first(carved));
      const { body } = await post({
        braces: [],
        sandwich: { core: 1.6e-3, coreDensity: 100, coreModulus: 1e8, coreShear: 4e7, glueMass: 0.05 },
      }).expect(200);
      // Skins of 0.6 mm, the core and the glue, by hand.
      expect((body as { mass: number }).mass).toBeCloseTo(0.12 * (2 * 0.6e-3 * 410 + 1.6e-3 * 100 + 0.05), 6);
    });
    it.each([
      [{ rim: { inPlane: -1 } }, 'rim.inPlane'],
      [{ braces: [{ ...brace, ends: ['free', 'nailed'] }] }, 'braces[0].ends'],
      [{ braces: [{ ...brace, pocket: 1 }] }, 'braces[0].pocket'],
      [{ grain: 'askew' }, 'grain'],
      [{ sandwich: { core: 1e-3 } }, 'sandwich.coreDensity'],
      [
        {
          outline: [
            [0, 0],
            [1, 1],
          ],
        },
        'outline',
      ],
      [{ outline: 'square' }, 'outline'],
      [
        {
          outline: [
            [0, 0],
            [0.4, 0.3],
            [0.4, 0],
            [0, 0.3],
          ],
        },
        'outline',
      ],
      [{ thickness: -1 }, 'thickness'],
      [{ thickness: 'thin' }, 'thickness'],
      [{ material: { ...wood, modulusAcross: 0 } }, 'material.modulusAcross'],
      [
        {
          braces: [
            {
              ...brace,
              path: [
                [0.2, 0],
                [0.2, 3],
              ],
            },
          ],
        },
        'braces[0].path',
      ],
      [{ braces: [{ ...brace, section: 'star' }] }, 'braces[0].section'],
      [{ edge: 'free' }, 'edge'],
      [{ edge: 'nailed' }, 'edge'],
      [{ loads: [{ kind: 'force', at: [9, 9], force: 1 }] }, 'loads[0].at'],
      [{ loads: [{ kind: 'wind' }] }, 'loads[0].kind'],
      [{ modeCount: 1000 }, 'modeCount'],
      [{ meshSize: 1e-4 }, 'meshSize'],
    ])('refuses %j, naming %s', async (change, field) => {
      const { body } = await post(change).expect(400);
      expect((body as { errors: { field: string }[] }).errors[0]!.field).toBe(field);
    });
  });
});
