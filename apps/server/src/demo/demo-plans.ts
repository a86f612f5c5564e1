import {
  blankOf,
  bridgeAt,
  drawPattern,
  forecastShaping,
  planFigures,
  usualBridge,
  usualSettings,
  volumeOf,
  type Brace,
  type BracingPlan,
  type ShapingOutcome,
} from '@nimble/core/bracing';
import { GENERIC_GLUES, gluePlan, USUAL_SETUP } from '@nimble/core/glue';
import type { PlateShape } from '@nimble/core/outline';
import type { GlueUpBody } from '../glue-ups/glue-up.model';
import type { DemoBracing, DemoBuild } from './demo-builds';

/** The plan of a demo build: its pattern on its own plate. */
export function demoPlan(
  demo: Pick<DemoBuild, 'family' | 'holes' | 'scaleLength'>,
  bracing: DemoBracing,
  shape: PlateShape,
): BracingPlan {
  const { settings, archRadius, heavier = 1 } = bracing;
  const bridge = { ...usualBridge(demo.family), ...bracing.bridge };
  const round = demo.holes.find((hole) => hole.kind === 'round');
  const hole = round ? { x: round.x, diameter: round.diameter } : null;
  const drawn = drawPattern(
    { ...usualSettings(settings.pattern), ...settings },
    { shape, hole, bridgeAt: bridgeAt(bridge, demo.scaleLength), trebleSign: -1 },
  );
  const braces = drawn.braces.map((brace): Brace => ({
    ...brace,
    heights: brace.heights.map((height) => height * heavier),
    accessHole: brace.id === 'upper-transverse',
  }));
  return {
    ...drawn,
    braces,
    bridge,
    strings: bracing.strings ?? null,
    archRadius,
    dishRadius: archRadius,
    rodThroughHole: demo.family === 'steel-string',
  };
}

/** Every session of the plan, glued an afternoon. */
export function demoGlueUps(plan: BracingPlan): (Omit<GlueUpBody, 'times'> & { daysAgo: number })[] {
  const glue = GENERIC_GLUES[0]!;
  return gluePlan(plan, glue, USUAL_SETUP).map(({ pieces }, i) => ({
    daysAgo: 9 - Math.floor(i / 3),
    glue,
    pieces: pieces.map(({ id, name }) => ({ id, name })),
    checked: ['fit', 'flip', 'marks', 'humidity'],
    relativeHumidity: 0.44,
    temperatureC: 20,
    note: '',
  }));
}

interface DemoShaping {
  daysAgo: number;
  braceId: string;
  name: string;
  heardBefore: number;
  before: Brace;
  after: Brace;
  forecast: ReturnType<typeof forecastShaping>;
  outcome: ShapingOutcome;
}

/**
 * Both tone bars brought from the plain stick to what is drawn, in two steps: what came off and what was heard miss the
 * forecast a little, as hands do.
 */
export function demoShapings(plan: BracingPlan): DemoShaping[] {
  const bars = plan.braces.filter(({ role }) => role === 'tone-bar');
  return bars.flatMap((bar, n) => {
    const blank = blankOf(bar) as Brace;
    const half: Brace = { ...bar, heights: bar.heights.map((height, i) => (height + blank.heights[i]!) / 2) };
    return [[blank, half] as const, [half, bar] as const].map(([before, after], step): DemoShaping => {
      const heardBefore = heard(before, n);
      const forecast = forecastShaping(before, after, heardBefore);
      const removed = (volumeOf(before) - volumeOf(after)) * bar.density * (1 + 0.07 * Math.sin(3 * n + 2 * step + 1));
      return {
        daysAgo: 10 - step * 0.2,
        braceId: bar.id,
        name: bar.name,
        heardBefore,
        before,
        after,
        forecast,
        outcome: { removed, frequency: heard(after, n) },
      };
    });
  });
}

/** A bar's own note: beam theory less what a solid of its shape comes out lower by. */
function heard(bar: Brace, n: number): number {
  const depth = Math.min(...bar.heights) / Math.max(...bar.heights);
  return planFigures(bar).modes[0]!.frequency * (1 - 0.03 * (1 - depth) - 0.004 * n);
}
