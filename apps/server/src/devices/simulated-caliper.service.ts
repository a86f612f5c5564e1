import { findBuild } from '../build-records/find-build';
import { Injectable } from '@nestjs/common';
import { afterPass } from '@nimble/core/verdict';
import { createMapGrid, mapThickness } from '@nimble/core/survey';
import { numberBand } from '@nimble/core/graduation';
import { plateShape } from '@nimble/core/outline';
import {
  readCaliper,
  roughPlate,
  seededRandom,
  seedOfId,
  type RandomSource,
  type SimulatedPlate,
} from '@nimble/core/simulate';
import { Subject } from 'rxjs';
import type { CaliperLineView } from './devices.view';
import { Build } from '../build-records/models/build.model';
import { Survey } from '../build-records/models/survey.model';
import { standingPasses, stationsNow } from '../build-records/plate-state';

/** What a cabled caliper sends when its button is pressed: a line of text, and no word of where it is. */
interface Plate {
  plate: SimulatedPlate;
  random: RandomSource;
  /** The survey whose plate this is; another one means wood came off. */
  madeFrom: string;
}

/** A first guess of what planing took off since the last survey [m]. */
const TAKEN_SINCE = 1.2e-4;

/**
 * A stand-in for a caliper on a cable. It measures a simulated plate: the last finished survey's map less a pass of the
 * plane, or a rough plate somewhat over its target where nothing was read yet.
 */
@Injectable()
export class SimulatedCaliperService {
  private readonly streams = new Map<string, Subject<CaliperLineView>>();
  private readonly plates = new Map<string, Plate>();

  stream(buildId: string): Subject<CaliperLineView> {
    const existing = this.streams.get(buildId);
    if (existing) return existing;
    const created = new Subject<CaliperLineView>();
    this.streams.set(buildId, created);
    return created;
  }

  /** Presses the button with the jaws at a place. */
  async press(buildId: string, place: { x: number; y: number }): Promise<CaliperLineView> {
    const { plate, random } = await this.plateOf(buildId);
    const reading = readCaliper(plate, place, random);
    const line = { line: `+${(reading * 1000).toFixed(2).padStart(5, '0')} mm` };
    this.stream(buildId).next(line);
    return line;
  }

  private async plateOf(buildId: string): Promise<Plate> {
    const build = await findBuild(buildId);
    const before = await Survey.findAll({
      where: { buildId, retractedAt: null },
      order: [['number', 'DESC']],
      limit: 2,
    });
    const last = before[1] ?? null;
    const madeFrom = last?.id ?? 'rough';
    const kept = this.plates.get(buildId);
    if (kept?.madeFrom === madeFrom) return kept;
    const made = { ...(await this.makePlate(build, last)), madeFrom };
    this.plates.set(buildId, made);
    return made;
  }

  private async makePlate(build: Build, last: Survey | null): Promise<Omit<Plate, 'madeFrom'>> {
    const grid = createMapGrid(plateShape(build.outline, build.holes));
    const random = seededRandom(seedOfId(`${build.id}${last?.number ?? 0}`));
    // The plate as its last look left it, less what was taken off since.
    const stood = last ? await stationsNow(build, last.number + 1) : null;
    const depths = stood ? (await standingPasses({ surveyId: stood.survey.id })).at(-1)?.depths : null;
    const taken = depths ? 0 : TAKEN_SINCE;
    const readings = stood ? afterPass(stood.stations, depths ?? {}) : [];
    if (readings.length > 0) {
      const { thickness } = mapThickness(grid, readings);
      return { plate: { grid, thickness: thickness.map((h) => h - taken) }, random };
    }
    const { thickness: wanted } = numberBand(build.family, build.plate, build.wood.species);
    return {
      plate: roughPlate(grid, { mean: 1.15 * wanted, waviness: 0.03 * wanted, tilt: 0.02 * wanted }, random),
      random,
    };
  }
}
