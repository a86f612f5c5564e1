import { defaultHoles, defaultOutline, plateShape } from '@nimble/core/outline';
import { layStations, type Station } from '@nimble/core/survey';
import { METRIC } from '@nimble/core/units';
import { woodOfSpecies } from '@nimble/core/project';
import { randomUUID } from 'node:crypto';

/** A build as the form sends it. */
export function aBuild(change: Record<string, unknown> = {}) {
  return {
    id: randomUUID(),
    number: Math.floor(1 + Math.random() * 900_000),
    name: 'Lapwing',
    family: 'steel-string',
    construction: 'flat',
    plate: 'top',
    leftHanded: false,
    scaleLength: 0.645,
    wood: woodOfSpecies('sitka-spruce'),
    outline: defaultOutline('steel-string'),
    holes: defaultHoles('steel-string'),
    units: METRIC,
    tool: { kind: 'plane', depthPerPass: 5e-5 },
    ...change,
  };
}

export const STATIONS: Station[] = layStations(
  plateShape(defaultOutline('steel-string'), defaultHoles('steel-string')),
);

/** A reading as the bench sends it. */
export function aReading(station: Station, thickness: number | null, change: Record<string, unknown> = {}) {
  const { name, x, y } = station;
  return {
    id: randomUUID(),
    station: name,
    x,
    y,
    thickness,
    typed: thickness === null ? '' : `${thickness * 1000}`,
    source: 'typed',
    kept: false,
    supersedes: null,
    person: 'Wren Halloran',
    at: new Date().toISOString(),
    ...change,
  };
}
