import { bentWidth } from '@nimble/core/survey';
import { flexBoard, knockBoard, ringOfPlate, seededRandom, type SimulatedBoard } from '@nimble/core/simulate';
import { testFlex, testRing } from '@nimble/core/wood';
import type { BuildWood } from '@nimble/core/project';
import type { Estimate } from '@nimble/core/base';
import type { PlateContext } from '@nimble/core/verdict';
import type { CheckInput, CheckResult } from '../build-records/models/plate-check.model';
import { feltScore } from './felt-score';
import { CROSS_JIG, LONG_JIG, RING_JIG } from './demo-jigs';

export interface SimulatedCheck {
  kind: 'flex' | 'knock';
  jigId: string | null;
  feel: number | null;
  thickness: Estimate;
  input: CheckInput;
  result: CheckResult;
}

const LOADS = [0, 2, 4, 6, 4, 0];
/** A whole waisted plate against its bounding rectangle: narrower, so softer and shorter-waved. */
const EQUAL_RECTANGLE = { length: 0.93, width: 0.86 };

/** What jig and ear say of a plate at the mean thickness of each of its surveys. */
export function simulateChecks(
  build: { number: number; ringPeak: { thickness: number; ring: number } },
  { shape, grid }: PlateContext,
  wood: BuildWood,
  means: readonly Estimate[],
): SimulatedCheck[][] {
  const random = seededRandom(7000 + build.number);
  const own = 1 + 0.5 * wood.spread.E * random.normal();
  const truth = { ...wood, E_L: wood.E_L * own, E_C: wood.E_C * own, G_LC: wood.G_LC * own };
  return means.map((thickness) => {
    const plate: SimulatedBoard = { wood: truth, length: shape.length, width: shape.width, thickness: thickness.value };
    return [
      ...[LONG_JIG, CROSS_JIG].map(({ id, body }): SimulatedCheck => {
        const size = body.direction === 'along' ? shape.length : shape.width;
        const width = bentWidth(grid, body.direction, { span: body.span, size });
        const strip = { ...plate, [body.direction === 'along' ? 'width' : 'length']: width };
        const points = flexBoard(strip, body, LOADS, random);
        const { stiffness, rigidityPerWidth, warnings } = testFlex({
          span: body.span,
          direction: body.direction,
          width,
          thickness: thickness.value,
          jig: body,
          points,
        });
        return {
          kind: 'flex',
          jigId: id,
          feel: body.direction === 'along' ? feltScore(rigidityPerWidth.value, random) : null,
          thickness,
          input: { points },
          result: { compliance: inverse(stiffness), rigidityPerWidth, width, warnings },
        };
      }),
      ringFlex(plate, wood, thickness, random),
      knock(plate, build.ringPeak, thickness, random),
    ];
  });
}

type Random = ReturnType<typeof seededRandom>;

function ringFlex(plate: SimulatedBoard, wood: BuildWood, thickness: Estimate, random: Random): SimulatedCheck {
  const points = flexBoard(plate, RING_JIG.body, LOADS, random);
  const { stiffness, modulusAlong, warnings } = testRing({
    jig: RING_JIG.body,
    thickness: thickness.value,
    points,
    wood,
    ratioDoubt: wood.spread.E,
  });
  const result = { compliance: inverse(stiffness), modulusAlong, warnings };
  return { kind: 'flex', jigId: RING_JIG.id, feel: null, thickness, input: { points }, result };
}

function knock(
  plate: SimulatedBoard,
  peak: { thickness: number; ring: number },
  thickness: Estimate,
  random: Random,
): SimulatedCheck {
  const rectangle = {
    ...plate,
    length: EQUAL_RECTANGLE.length * plate.length,
    width: EQUAL_RECTANGLE.width * plate.width,
  };
  const ring = Math.round(100 * ringOfPlate(thickness.value, peak, random)) / 100;
  // The same blow moves a lighter plate more: level goes with the inverse of its mass per area.
  const level = Math.round(-18 - 20 * Math.log10(thickness.value / peak.thickness) + 0.4 * random.normal());
  const input = { notes: knockBoard(rectangle, random), ring: { time: ring, level } };
  return { kind: 'knock', jigId: null, feel: null, thickness, input, result: { warnings: [] } };
}

function inverse({ value, sd }: Estimate): Estimate {
  return { value: 1 / value, sd: sd / value ** 2 };
}
