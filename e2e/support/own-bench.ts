/** What a suite lays on its own empty bench, through the API as any program would. */
import {
  bridgeAt,
  drawPattern,
  emptyPlan,
  usualSettings,
  type BracingPlan,
  type PatternSettings,
} from '@nimble/core/bracing';
import {
  defaultHoles,
  defaultOutline,
  plateShape,
  type Family,
  type HoleSpec,
  type OutlineSpec,
  type PlateShape,
} from '@nimble/core/outline';
import { STAGES, woodOfSet, woodOfSpecies, type BuildWood, type Stage } from '@nimble/core/project';
import type { SetProperties } from '@nimble/core/wood';
import { layStations, type Station } from '@nimble/core/survey';
import { groundOf, plateKnown, topOfBuild, type TopPlan } from '@nimble/core/top';
import type { KnockPlace } from '@nimble/core/knock-map';
import type { FlexPlace } from '@nimble/core/voicing';
import { METRIC } from '@nimble/core/units';

export interface MadeBuild {
  id: string;
  number: number;
  family: Family;
  outline: OutlineSpec;
  holes: HoleSpec[];
  wood: BuildWood;
  shape: PlateShape;
  scaleLength: number;
}

type RackSet = Parameters<typeof woodOfSet>[0];

const DAY_MS = 86_400_000;
/** A loose half of a top twists lower than a whole plate pumps. */
const LOWEST_HZ = 28;
const PERSON = 'Wren Halloran';
const SCALE = 0.645;
/** Thinner than any target here [m]. */
const LIMIT = 1.9e-3;

export class OwnBench {
  private made = 0;

  /** @param address of the served application */
  constructor(private readonly address: string) {}

  /** @throws Error with what the server said where it refuses */
  async send<T = unknown>(method: string, path: string, body?: unknown): Promise<T> {
    const answer = await fetch(`${this.address}/api/v1${path}`, {
      method,
      headers: body === undefined ? {} : { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    const said = await answer.text();
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${said}`);
    return (said === '' ? null : JSON.parse(said)) as T;
  }

  /** The same at every run: the stand-ins' wood and hands are drawn from ids, and no test leans on their luck. */
  private nextId(): string {
    return `00000000-0000-4000-8000-${String(++this.made).padStart(12, '0')}`;
  }

  get = <T>(path: string) => this.send<T>('GET', path);

  /** A top of spruce, as the form sends it. */
  async build(change: { number?: number; name?: string; family?: Family } & Record<string, unknown> = {}) {
    const { number = 7, family = 'steel-string', ...more } = change;
    const body = {
      id: this.nextId(),
      number,
      name: 'Lapwing',
      family,
      construction: 'flat',
      plate: 'top',
      leftHanded: false,
      scaleLength: SCALE,
      wood: woodOfSpecies('sitka-spruce'),
      outline: defaultOutline(family),
      holes: defaultHoles(family),
      units: METRIC,
      tool: { kind: 'plane', depthPerPass: 5e-5 },
      ...more,
    };
    await this.send('POST', '/builds', body);
    const shape = plateShape(body.outline, body.holes);
    const { id, outline, holes, wood } = body;
    return { id, number, family, outline, holes, wood, shape, scaleLength: SCALE } satisfies MadeBuild;
  }

  /** The usual braces of a pattern. */
  async plan(
    { id, family, shape, scaleLength }: MadeBuild,
    pattern: PatternSettings['pattern'],
    change: Partial<BracingPlan> = {},
  ): Promise<BracingPlan> {
    const empty = emptyPlan(family, 'flat');
    const round = defaultHoles(family).find((hole) => hole.kind === 'round');
    const drawn = drawPattern(usualSettings(pattern), {
      shape,
      hole: round ? { x: round.x, diameter: round.diameter } : null,
      bridgeAt: bridgeAt(empty.bridge, scaleLength),
      trebleSign: -1,
    });
    // The key of the truss rod goes through it.
    const braces = drawn.braces.map((brace) => ({ ...brace, accessHole: brace.id === 'upper-transverse' }));
    const plan: BracingPlan = { ...empty, ...drawn, braces, ...change };
    await this.send('PUT', `/builds/${id}/plan`, plan);
    return plan;
  }

  /** One survey, read at every station. @param thickness [m] @param mass of the plate, where it was weighed [kg] */
  async survey(
    { id, shape }: MadeBuild,
    thickness: (station: Station) => number,
    { mass }: { mass?: number } = {},
  ): Promise<string> {
    const surveyId = this.nextId();
    await this.send('POST', `/builds/${id}/surveys`, { id: surveyId, person: PERSON, mass });
    const readings = layStations(shape).map((station) => ({
      id: this.nextId(),
      station: station.name,
      x: station.x,
      y: station.y,
      thickness: thickness(station),
      typed: (1000 * thickness(station)).toFixed(2),
      source: 'typed',
      kept: false,
      supersedes: null,
      person: PERSON,
      at: new Date().toISOString(),
    }));
    await this.send('POST', `/surveys/${surveyId}/readings`, { readings });
    return surveyId;
  }

  /** Half a top in the rack, weighed and knocked: of 12 and 0.8 GPa, 420 kg/m3 unless it is changed. */
  async woodSet(
    change: { name?: string; species?: string; mass?: number; along?: number } & Record<string, unknown> = {},
  ) {
    const { mass = 0.174636, along = 65.3764, ...more } = change;
    const set = {
      id: this.nextId(),
      name: 'Sitka 3',
      use: 'top',
      species: 'sitka-spruce',
      cut: 'quartered',
      worked: 'split',
      length: 0.55,
      width: 0.21,
      thickness: 0.0036,
      runout: 0.01,
      offQuarter: 0.05,
      ...more,
    };
    await this.send('POST', '/wood-sets', set);
    const measured = { id: this.nextId(), person: PERSON };
    await this.send('POST', `/wood-sets/${set.id}/weighings`, {
      ...measured,
      mass,
      relativeHumidity: 0.45,
      temperatureC: 20,
    });
    const partials = { twist: 43.8535, across: 116.298, along };
    await this.send('POST', `/wood-sets/${set.id}/knock-tests`, { ...measured, id: this.nextId(), partials });
    return set;
  }

  /** An even plate is wanted. [m] */
  async target({ id }: MadeBuild, thickness: number): Promise<void> {
    const body = { base: { kind: 'even', thickness }, rim: null, tolerance: 6e-5, limit: LIMIT };
    await this.send('PUT', `/builds/${id}/target`, { id: this.nextId(), person: PERSON, body });
  }

  /** Two supports 400 mm apart along the grain, weight and dial in the middle. */
  async jig(name: string): Promise<string> {
    const id = this.nextId();
    const body = { kind: 'three-point', direction: 'along', span: 0.4, loadAt: 0.2, dialAt: 0.2, supportWidth: 2e-3 };
    await this.send('POST', '/jigs', { id, name, body });
    return id;
  }

  /** Where the build stands: from `shape` on the stand-ins have its braces on. */
  async standsAt({ id }: MadeBuild, stage: Stage): Promise<void> {
    await this.send('PATCH', `/builds/${id}`, { stage, stagesDone: STAGES.slice(0, STAGES.indexOf(stage)) });
  }

  /** The build is cut from a set, with all that was measured of it. */
  async cutFrom({ id }: MadeBuild, set: RackSet): Promise<void> {
    const { properties } = await this.get<{ properties: SetProperties }>(`/wood-sets/${set.id}`);
    await this.send('PATCH', `/builds/${id}`, { wood: woodOfSet(set, properties) });
  }

  /** A recording with its form. */
  async sound(
    { id }: MadeBuild,
    kind: 'knocks' | 'played',
    fields: Record<string, string | number>,
    bytes: Uint8Array,
  ): Promise<void> {
    const form = new FormData();
    const all = { id: this.nextId(), person: PERSON, source: 'file', ...fields };
    for (const [name, value] of Object.entries(all)) form.set(name, `${value}`);
    form.set('file', new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'audio/wav' }), 'sound.wav');
    const answer = await fetch(`${this.address}/api/v1/builds/${id}/${kind}`, { method: 'POST', body: form });
    if (!answer.ok) throw new Error(`${kind}: ${answer.status} ${await answer.text()}`);
  }

  /** The top as its model has it. @param thickness all over [m] */
  topOf({ family, outline, holes, scaleLength, wood }: MadeBuild, plan: BracingPlan, thickness: number): TopPlan {
    const made = { family, outline, holes, scaleLength, leftHanded: false };
    const ground = groundOf(made);
    const build = { ...made, wood, construction: 'flat', plate: 'top', choices: { sandwich: null } } as const;
    const places = layStations(ground.shape).map(({ x, y }) => ({ x, y, thickness }));
    return topOfBuild(build, plan, ground, plateKnown(build, places));
  }

  /** What happened in a round of voicing. @param daysAgo when */
  async voiced({ id }: MadeBuild, kind: string, round: number, body: object, daysAgo = 0): Promise<void> {
    const at = new Date(Date.now() - daysAgo * DAY_MS).toISOString();
    await this.send('POST', `/builds/${id}/voicing/${kind}`, { id: this.nextId(), round, person: PERSON, at, body });
  }

  /** What a round asks for, read off the stand-ins: weight, bends at places, and one knock after another. */
  async readRound(build: MadeBuild, round: number, { bends, knocks }: { bends: FlexPlace[]; knocks: KnockPlace[] }) {
    const { mass } = await this.send<{ mass: number }>('POST', `/devices/top/${build.id}/weigh`);
    await this.voiced(build, 'mass', round, { mass, said: `${1000 * mass} g` });
    for (const place of bends) {
      const read = await this.send<object>('POST', `/devices/top/${build.id}/bend`, { place });
      await this.voiced(build, 'flex', round, { place, ...read, feel: null, closed: false, said: 'the dial' });
    }
    for (const { name, x, y } of knocks) {
      const heard = await fetch(`${this.address}/api/v1/devices/microphone/${build.id}/knock`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ x, y }),
      });
      const bytes = new Uint8Array(await heard.arrayBuffer());
      await this.sound(build, 'knocks', { about: 'station', round, name, x, y, from: LOWEST_HZ }, bytes);
    }
  }
}
