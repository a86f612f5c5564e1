/** The whole top in a worker: solved once, then asked for pictures, passes, quick figures and the rim. */
import { bracePlaces } from '@nimble/core/bracing';
import { contourAreas, createMapGrid, type MapGrid } from '@nimble/core/survey';
import {
  examineTop,
  gridSampler,
  passOnBrace,
  passOnPlate,
  TopReanalysis,
  rimStiffness,
  shapeTracer,
  shavingMap,
  TOP_PARTS,
  WASTED,
  type OpenedTop,
  type QuickFigures,
  type Reserve,
  type RimPlace,
  type Thicker,
  type TopHold,
  type TopPlan,
} from '@nimble/core/top';
import type { EnergyShares, TopModeKind } from '@nimble/core/shell';
import type { Band, TopView, TopPicture, PassHere } from '../plate/pictures';
import { ringsPath } from '../plate/plate-paths';

export interface TopRequest {
  plan: TopPlan;
  hold: TopHold;
}

export interface TopFigures {
  hold: TopHold;
  modes: {
    frequency: number;
    kind: TopModeKind;
    modalMass: number;
    pumping: number;
    energy: EnergyShares;
    trace: number[];
  }[];
  weight: { sink: number; energy: EnergyShares } | null;
  strings: {
    turns: boolean;
    movement: number;
    neckTurn: number | null;
    sink: number;
    rise: number;
    reserve: Reserve;
    energy: EnergyShares;
  } | null;
  mass: number;
  degreesOfFreedom: number;
  elapsedMs: number;
}

const STEPS = [0.15, 0.35, 0.6, 0.85];

export class TopComputer {
  private opened: OpenedTop | null = null;
  private quick: TopReanalysis | null = null;
  private prepared = 0;
  private grid: MapGrid | null = null;
  private sample: ((field: ArrayLike<number>) => Float64Array) | null = null;

  /** @throws with the words of what can't be */
  open({ plan, hold }: TopRequest, onProgress: (share: number) => void): TopFigures {
    this.opened = examineTop(plan, { hold, clock: () => performance.now(), onProgress });
    this.quick = null;
    this.prepared = 0;
    const { examined } = this.opened;
    this.grid = createMapGrid(plan.shape);
    this.sample = gridSampler(examined, this.grid);
    const trace = shapeTracer(this.opened.factored, plan.shape);
    const { modes, weight, strings, mass, degreesOfFreedom, elapsedMs } = examined;
    return {
      hold,
      mass,
      degreesOfFreedom,
      elapsedMs,
      modes: modes.map(({ frequency, kind, modalMass, pumping, energy, shape }) => ({
        frequency,
        kind,
        modalMass,
        pumping,
        energy,
        trace: trace(shape),
      })),
      weight: weight && { sink: weight.sink, energy: weight.energy },
      strings: strings && {
        turns: strings.turns,
        movement: strings.movement,
        neckTurn: strings.neckTurn,
        sink: strings.sink,
        rise: strings.rise,
        reserve: strings.reserve,
        energy: strings.energy,
      },
    };
  }

  picture(view: TopView): TopPicture {
    const { examined } = this.mustBeOpen();
    if (view.show === 'shaving') {
      const { plate, braces, best } = shavingMap(examined, view.wish, this.spacings());
      return { ...this.drawn(plate, 1), most: best, braces: braces.map((brace) => [...brace]) };
    }
    const field = this.fieldOf(view);
    const most = field.reduce((largest, value) => Math.max(largest, Math.abs(value)), 0) || 1;
    return {
      ...this.drawn(
        field.map((value) => value / most),
        view.show === 'energy' ? 0 : -1,
      ),
      most,
      braces: [],
    };
  }

  /** @returns the pass at the node nearest to a place */
  passAt(x: number, y: number): PassHere {
    const { examined } = this.mustBeOpen();
    let best = 0;
    const off = (i: number) => (examined.x[i]! - x) ** 2 + (examined.y[i]! - y) ** 2;
    for (let i = 1; i < examined.x.length; i++) if (off(i) < off(best)) best = i;
    return { x: examined.x[best]!, y: examined.y[best]!, ...passOnPlate(examined, best) };
  }

  passOn(brace: number, station: number): PassHere {
    const { examined, plan } = this.mustBeOpen();
    const { from, to, heights } = plan.plan.braces[brace]!;
    const share = station / (heights.length - 1);
    const [x, y] = [from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1])];
    return { x, y, ...passOnBrace(examined, brace, station, this.spacings()[brace]!) };
  }

  /** @param heights of braces by their number @param thicker added to parts of the plate [m] */
  changed(heights: [number, number[]][], thicker: Thicker): QuickFigures {
    this.quick ??= new TopReanalysis(this.mustBeOpen());
    return this.quick.figures({ heights: new Map(heights), thicker });
  }

  /**
   * Does beforehand what the first moves of the hand would have to wait for, a part at a time.
   * @returns whether all is ready
   */
  prepare(): boolean {
    const part = TOP_PARTS[this.prepared];
    if (part === undefined) return true;
    this.changed([], { [part]: 1e-5 });
    this.prepared++;
    return this.prepared === TOP_PARTS.length;
  }

  rim(): RimPlace[] {
    return rimStiffness(this.mustBeOpen());
  }

  private mustBeOpen(): OpenedTop {
    if (!this.opened) throw new Error('No top is open');
    return this.opened;
  }

  private spacings(): number[] {
    return this.mustBeOpen().plan.plan.braces.map((brace) => bracePlaces(brace)[1]!);
  }

  private fieldOf(view: Exclude<TopView, { show: 'shaving' }>): Float64Array {
    const { examined } = this.mustBeOpen();
    if (view.show === 'mode') return examined.modes[view.mode]!.shape;
    const load = view.show === 'weight' ? examined.weight : examined.strings;
    if (!load) return new Float64Array(examined.x.length);
    if (view.show !== 'energy') return load.field;
    return atNodes(load.density, examined.triangles, examined.x.length);
  }

  /** @param lowest -1 for signed fields, 0 for those from nothing up, 1 for shaving maps, whose waste stays bare */
  private drawn(field: Float64Array, lowest: -1 | 0 | 1): Pick<TopPicture, 'bands' | 'nodes'> {
    const values = this.sample!(field);
    const up = lowest === 1 ? [WASTED, ...STEPS.slice(1)] : STEPS;
    const levels = lowest === 0 ? up : [...up.map((level) => -level).reverse(), ...up];
    const areas = contourAreas(this.grid!, values, levels);
    const tone = (i: number) =>
      lowest === 0
        ? (i + 1) / up.length
        : i < up.length
          ? -(up.length - 1 - i) / up.length
          : (i - up.length + 1) / up.length;
    const first: Band = { level: null, tone: lowest === 0 ? 0 : -1, path: '' };
    const nodes = lowest === 0 ? '' : ringsPath(contourAreas(this.grid!, values, [0])[0]!.rings);
    return {
      nodes,
      bands: [first, ...areas.map(({ level, rings }, i) => ({ level, tone: tone(i), path: ringsPath(rings) }))],
    };
  }
}

/** Triangles' values at their corners, evened out. */
function atNodes(values: Float64Array, triangles: Int32Array, count: number): Float64Array {
  const [sum, times] = [new Float64Array(count), new Float64Array(count)];
  triangles.forEach((node, i) => {
    sum[node]! += values[Math.floor(i / 3)]!;
    times[node]!++;
  });
  return sum.map((value, i) => value / (times[i] || 1));
}
