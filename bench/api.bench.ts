/** The API under load: 200 builds and 100,000 readings, asked by four pages at once without a pause over loopback. */
import { defaultHoles, defaultOutline, plateShape } from '@nimble/core/outline';
import { layStations } from '@nimble/core/survey';
import { METRIC } from '@nimble/core/units';
import { woodOfSpecies } from '@nimble/core/project';
import autocannon from 'autocannon';
import { randomUUID } from 'node:crypto';
import type { Row } from './core.bench';

const BUILDS = 200;
const READINGS_PER_BUILD = 500;
const BUDGET_MS = 50;
const SECONDS = 5;
/** A busy shop: this many pages asking without a pause. */
const CLIENTS = 4;

const outline = defaultOutline('steel-string');
const holes = defaultHoles('steel-string');
const stations = layStations(plateShape(outline, holes));

async function send(address: string, path: string, body: unknown): Promise<void> {
  const response = await fetch(`${address}/api/v1${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
}

async function fillOne(address: string, number: number): Promise<{ buildId: string; surveyId: string }> {
  const buildId = randomUUID();
  const surveyId = randomUUID();
  await send(address, '/builds', {
    id: buildId,
    number,
    name: `Bench ${number}`,
    family: 'steel-string',
    construction: 'flat',
    plate: 'top',
    leftHanded: false,
    scaleLength: 0.645,
    wood: woodOfSpecies('sitka-spruce'),
    outline,
    holes,
    units: METRIC,
    tool: { kind: 'plane', depthPerPass: 5e-5 },
  });
  await send(address, `/builds/${buildId}/surveys`, { id: surveyId });
  const at = new Date().toISOString();
  const readings = Array.from({ length: READINGS_PER_BUILD }, (_, i) => {
    const { name, x, y } = stations[i % stations.length];
    return {
      id: randomUUID(),
      station: name,
      x,
      y,
      thickness: 2.9e-3 + 1e-5 * (i % 7),
      typed: '2.9',
      source: 'typed',
      kept: false,
      supersedes: null,
      person: '',
      at,
    };
  });
  await send(address, `/surveys/${surveyId}/readings`, { readings });
  return { buildId, surveyId };
}

async function p95(address: string, path: string): Promise<number> {
  const options = { url: `${address}/api/v1${path}`, connections: CLIENTS, duration: SECONDS };
  const result = await autocannon(options);
  if (result.non2xx > 0) throw new Error(`${path}: ${result.non2xx} answers were not 2xx`);
  // autocannon gives p90 and p97.5; the stricter one stands in for p95.
  return result.latency.p97_5;
}

const AT_ONCE = 40;
const VOLLEYS = 10;
const WRITE_BUDGET_MS = 300;

/** p95 [ms] of a reading's write when forty come at one instant, as from a class of tablets; none may fail. */
async function writesAtOnce(address: string, surveyId: string): Promise<number> {
  const took: number[] = [];
  for (let volley = 0; volley < VOLLEYS; volley++) {
    const writes = Array.from({ length: AT_ONCE }, async (_, i) => {
      const { name, x, y } = stations[i % stations.length];
      const reading = {
        id: randomUUID(),
        station: name,
        x,
        y,
        thickness: 2.9e-3,
        typed: '2.9',
        source: 'typed',
        kept: false,
        supersedes: null,
        person: '',
        at: new Date().toISOString(),
      };
      const start = performance.now();
      await send(address, `/surveys/${surveyId}/readings`, { readings: [reading] });
      took.push(performance.now() - start);
    });
    await Promise.all(writes);
  }
  return took.sort((a, b) => a - b)[Math.floor(0.95 * took.length)];
}

/** p95 [ms] of what the pages ask for most; ratio to the lightest request. */
export async function benchApi(address: string): Promise<Row[]> {
  const ids: { buildId: string; surveyId: string }[] = [];
  for (let number = 1; number <= BUILDS; number++) ids.push(await fillOne(address, 1000 + number));
  const { buildId, surveyId } = ids[Math.floor(BUILDS / 2)];
  const paths: readonly [string, string][] = [
    ['health (the unit)', '/health'],
    ['one build', `/builds/${buildId}`],
    ['its surveys', `/builds/${buildId}/surveys`],
    ['a survey with 500 readings', `/surveys/${surveyId}`],
    ['the whole bench, 200 builds', '/builds'],
  ];
  // Verdicts are worked out when they are first read: that is not what is measured here.
  await fetch(`${address}/api/v1/builds`);
  const rows: Row[] = [];
  for (const [name, path] of paths) {
    const milliseconds = await p95(address, path);
    rows.push({
      name: `API, ${name}`,
      milliseconds,
      ratio: milliseconds / (rows[0]?.milliseconds ?? milliseconds),
      budget: BUDGET_MS,
    });
  }
  const milliseconds = await writesAtOnce(address, surveyId);
  const ratio = milliseconds / rows[0].milliseconds;
  rows.push({ name: 'API, forty readings at one instant', milliseconds, ratio, budget: WRITE_BUDGET_MS });
  return rows;
}
