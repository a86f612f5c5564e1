/** How thin this build's plate should be to answer like another plate: the target-stiffness rule on the build's own outline. SI. */
import type { Estimate } from '../estimate';
import { byStiffness, type PumpingArea } from '../graduation';
import { plateArea, type PlateShape } from '../outline';
import type { BuildWood } from './build-wood';

export interface LikePlate {
  wood: BuildWood;
  /** Mean thickness that worked [m]. */
  thickness: number;
}

export interface WantedPlate {
  thickness: Estimate;
  /** Of the whole plate at that thickness [kg]. */
  mass: Estimate;
}

/** The part that pumps is the lower bout: its half axes as shares of the plate's length and width. */
const PUMPING_SHARE = { along: 0.3, across: 0.5 };

export function pumpingArea({ length, width }: Pick<PlateShape, 'length' | 'width'>): PumpingArea {
  return { along: PUMPING_SHARE.along * length, across: PUMPING_SHARE.across * width };
}

/** As stiff against pumping as the other plate under the same load; each wood brings its own doubt. */
export function asStiffAs(like: LikePlate, wood: BuildWood, shape: PlateShape): WantedPlate {
  const goal = { wood: like.wood, thickness: like.thickness, loadRatio: 1 };
  const { thickness } = byStiffness(wood, pumpingArea(shape), goal, {
    modulus: wood.spread.E,
    goal: like.wood.spread.E,
  });
  const mass = wood.rho * thickness.value * plateArea(shape);
  return { thickness, mass: { value: mass, sd: mass * Math.hypot(wood.spread.rho, thickness.sd / thickness.value) } };
}
