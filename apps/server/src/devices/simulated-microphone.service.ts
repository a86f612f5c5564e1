import { Injectable } from '@nestjs/common';
import {
  bracedPlateModes, isWood, knockSound, microphoneOver, seededRandom, seedOf, SIMULATED_MODES, SIMULATED_RATE, STAGES, usualBraces, writeWav,
  type RandomSource, type SoundingPlate,
} from '@nimble/core'; // prettier-ignore
import { contextOf } from '../builds/build.mapper';
import { Build } from '../builds/models/build.model';
import { invalid, notFound } from '../problem';
import { newestRead } from '../surveys/newest-read';

const UNREAD_THICKNESS = 3e-3;
/** Shaved by so much since they were glued in (1). */
const SHAVED = 0.88;
const LOSS = { middle: 1 / 55, scatter: 0.2 };
const KEPT_PLATES = 12;

/** A stand-in for a microphone over the plate: someone knocks on a plate that exists only in numbers. */
@Injectable()
export class SimulatedMicrophoneService {
  private readonly plates = new Map<string, { plate: SoundingPlate; random: RandomSource }>();

  /** A WAV of one knock at a place. @param place plate axes [m] */
  async knock(buildId: string, place: { x: number; y: number }): Promise<Buffer> {
    const build = await Build.findByPk(buildId);
    if (!build) throw notFound('build');
    if (!isWood(contextOf(build).shape, place.x, place.y))
      throw invalid([{ field: 'x', message: 'lies off the wood: knock on the plate' }]);
    const { plate, random } = await this.plateOf(build);
    return Buffer.from(writeWav([knockSound(plate, place, random)], SIMULATED_RATE));
  }

  private async plateOf(build: Build) {
    const thickness = (await newestRead(build.id))?.assessment.statistics.mean ?? UNREAD_THICKNESS;
    const braced = STAGES.indexOf(build.stage) > STAGES.indexOf('glue-up');
    const key = `${build.id} ${thickness} ${braced}`;
    const kept = this.plates.get(key);
    if (kept) return kept;
    const random = seededRandom(seedOf(build.id));
    const { shape } = contextOf(build);
    const braces = braced
      ? usualBraces(build.family, shape).map((brace) => ({ ...brace, height: SHAVED * brace.height }))
      : [];
    const modes = bracedPlateModes({ shape, thickness, wood: build.wood, braces }, SIMULATED_MODES);
    const losses = modes.map(() => LOSS.middle * Math.exp(LOSS.scatter * random.normal()));
    const made = { plate: { modes, losses, loose: null, microphone: microphoneOver(shape) }, random };
    this.plates.set(key, made);
    if (this.plates.size > KEPT_PLATES) this.plates.delete(this.plates.keys().next().value!);
    return made;
  }
}
