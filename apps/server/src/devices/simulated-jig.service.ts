import { Injectable } from '@nestjs/common';
import { bentWidth } from '@nimble/core/survey';
import {
  sagPerLoad,
  seededRandom,
  seedOfId,
  simulatedBoard,
  type RandomSource,
  type SimulatedBoard,
} from '@nimble/core/simulate';
import type { Jig } from '@nimble/core/wood';
import { Subject } from 'rxjs';
import { contextOf } from '../build-records/build.mapper';
import type { InstrumentLineView } from './devices.view';
import { Build } from '../build-records/models/build.model';
import { notFound, refusing } from '../http/problem';
import { plateNow } from '../build-records/plate-state';
import { WoodSet } from '../build-records/models/wood-set.model';
import { WoodService } from '../wood/wood.service';

/** What a cabled dial gauge or scale sends: which it is, and a line of text. */
interface Bench {
  sample: SimulatedBoard;
  random: RandomSource;
  zero: number;
}

/** How far a stand-in's piece may lie from the figure that stands for it (1). */
const OWN_STIFFNESS = 0.06;
/** Of a plate that nobody has read yet [m]. */
const UNREAD_THICKNESS = 3e-3;
const DIAL_SCATTER = 4e-6;
const ZERO_SPAN = 2e-3;

/** Stand-ins for a scale and a dial gauge on a cable: they weigh and bend a piece that exists only in numbers. */
@Injectable()
export class SimulatedJigService {
  private readonly streams = new Map<string, Subject<InstrumentLineView>>();
  private readonly benches = new Map<string, Bench>();

  constructor(private readonly rack: WoodService) {}

  stream(pieceId: string): Subject<InstrumentLineView> {
    const existing = this.streams.get(pieceId);
    if (existing) return existing;
    const created = new Subject<InstrumentLineView>();
    this.streams.set(pieceId, created);
    return created;
  }

  /** Puts the piece on the scale. */
  async weigh(pieceId: string): Promise<InstrumentLineView> {
    const { sample } = await this.benchOf(pieceId);
    const { wood, length, width, thickness } = sample;
    return this.send(pieceId, 'scale', `${(wood.rho * length * width * thickness * 1000).toFixed(1)} g`);
  }

  /**
   * Puts a weight on the piece on its jig: the scale told what it is, the dial tells how far it went.
   * @param load [N]
   */
  async bend(pieceId: string, jig: Jig, load: number): Promise<InstrumentLineView> {
    const bench = await this.benchOf(pieceId);
    const sample = await asFelt(pieceId, bench.sample, jig);
    const sag = load * refusing('jig', () => sagPerLoad(sample, jig));
    const reading = bench.zero + sag + DIAL_SCATTER * bench.random.normal();
    return this.send(pieceId, 'dial', `${(reading * 1000).toFixed(2)} mm`);
  }

  private send(pieceId: string, device: InstrumentLineView['device'], line: string): InstrumentLineView {
    const sent = { device, line };
    this.stream(pieceId).next(sent);
    return sent;
  }

  private async benchOf(pieceId: string): Promise<Bench> {
    const sample = (await this.boardSample(pieceId)) ?? (await this.plateSample(pieceId));
    if (!sample) throw notFound('board or build');
    const kept = this.benches.get(pieceId);
    const random = kept?.random ?? seededRandom(seedOfId(pieceId));
    const bench = { sample, random, zero: kept?.zero ?? ZERO_SPAN * random.uniform() };
    this.benches.set(pieceId, bench);
    return bench;
  }

  /** As measured where it was; else one made of its species. */
  private async boardSample(id: string): Promise<SimulatedBoard | null> {
    const set = await WoodSet.findByPk(id);
    if (!set) return null;
    const { length, width, thickness, species } = set;
    const { wood } = simulatedBoard(species, { length, width, thickness }, seededRandom(seedOfId(id)));
    const { density, modulusAlong, modulusAcross } = (await this.rack.show(id)).properties;
    return {
      length,
      width,
      thickness,
      wood: {
        ...wood,
        rho: density.by === 'prior' ? wood.rho : density.value,
        E_L: modulusAlong.by === 'prior' ? wood.E_L : modulusAlong.value,
        E_C: modulusAcross.by === 'prior' ? wood.E_C : modulusAcross.value,
      },
    };
  }

  private async plateSample(id: string): Promise<SimulatedBoard | null> {
    const build = await Build.findByPk(id);
    if (!build) return null;
    const thickness = (await plateNow(build))?.thickness.value ?? UNREAD_THICKNESS;
    const { shape } = contextOf(build);
    const stiffer = 1 + OWN_STIFFNESS * seededRandom(seedOfId(id)).normal();
    const { E_L, E_C, G_LC } = build.wood;
    const wood = { ...build.wood, E_L: E_L * stiffer, E_C: E_C * stiffer, G_LC: G_LC * stiffer };
    return { wood, length: shape.length, width: shape.width, thickness };
  }
}

/** A plate is not as broad as its outline's box where the jig bends it; a board is. */
async function asFelt(id: string, sample: SimulatedBoard, jig: Jig): Promise<SimulatedBoard> {
  const build = jig.kind === 'ring' ? null : await Build.findByPk(id);
  if (!build || jig.kind === 'ring') return sample;
  const { grid, shape } = contextOf(build);
  const along = jig.direction === 'along';
  const width = bentWidth(grid, jig.direction, { span: jig.span, size: along ? shape.length : shape.width });
  return { ...sample, [along ? 'width' : 'length']: width };
}
