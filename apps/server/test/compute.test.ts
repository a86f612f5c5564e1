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
    const { body } = await compute('flex', flex).expect(200); // physics.md 2
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
});
