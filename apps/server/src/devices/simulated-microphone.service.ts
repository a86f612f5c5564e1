import { findBuild } from '../build-records/find-build';
import { Injectable } from '@nestjs/common';
import {
  bracedPlateModes,
  knockSound,
  microphoneOver,
  seededRandom,
  seedOfId,
  SIMULATED_MODES,
  SIMULATED_RATE,
  type BracedMode,
  type RandomSource,
} from '@nimble/core/simulate';
import { isWood } from '@nimble/core/outline';
import { writeWav } from '@nimble/core/sound';
import { contextOf } from '../build-records/build.mapper';
import { Build } from '../build-records/models/build.model';
import { StandInTop } from '../compute/synthetic-top';
import { invalid } from '../http/problem';
import { plateNow } from '../build-records/plate-state';
import { SimulatedTopService } from './simulated-top.service';

const UNREAD_THICKNESS = 3e-3;
const LOSS = { middle: 1 / 55, scatter: 0.2 };
const KEPT_PLATES = 12;

interface Place {
  x: number;
  y: number;
}

/** A stand-in for a microphone over the plate: someone knocks on a plate that exists only in numbers. */
@Injectable()
export class SimulatedMicrophoneService {
  private readonly bare = new Map<string, BracedMode[]>();
  private readonly hands = new Map<string, { losses: number[]; random: RandomSource }>();

  constructor(
    private readonly tops: SimulatedTopService,
    private readonly standIn: StandInTop,
  ) {}

  /** A WAV of one knock at a place. @param place plate axes [m] */
  async knock(buildId: string, place: Place): Promise<Buffer> {
    const build = await findBuild(buildId);
    const { shape } = contextOf(build);
    if (!isWood(shape, place.x, place.y))
      throw invalid([{ field: 'x', message: 'lies off the wood: knock on the plate' }]);
    const microphone = microphoneOver(shape);
    const modes = this.tops.isBraced(build)
      ? await this.standIn.modes(await this.tops.truth(build), SIMULATED_MODES, [place, microphone])
      : await this.bareModes(build);
    const { losses, random } = this.handOf(buildId);
    return Buffer.from(
      writeWav([knockSound({ modes, losses, loose: null, microphone }, place, random)], SIMULATED_RATE),
    );
  }

  private handOf(buildId: string) {
    const kept = this.hands.get(buildId);
    if (kept) return kept;
    const random = seededRandom(seedOfId(buildId));
    const losses = Array.from(
      { length: SIMULATED_MODES },
      () => LOSS.middle * Math.exp(LOSS.scatter * random.normal()),
    );
    const made = { losses, random };
    this.hands.set(buildId, made);
    return made;
  }

  /** A plate without braces, as it was last read. */
  private async bareModes(build: Build): Promise<BracedMode[]> {
    const thickness = (await plateNow(build))?.thickness.value ?? UNREAD_THICKNESS;
    const key = `${build.id} ${thickness}`;
    const kept = this.bare.get(key);
    if (kept) return kept;
    const { shape } = contextOf(build);
    const modes = bracedPlateModes({ shape, thickness, wood: build.wood, braces: [] }, SIMULATED_MODES);
    this.bare.set(key, modes);
    if (this.bare.size > KEPT_PLATES) this.bare.delete(this.bare.keys().next().value!);
    return modes;
  }
}
