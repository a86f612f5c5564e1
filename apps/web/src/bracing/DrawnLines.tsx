import { scaleOf, usualBrace, type BracingPlan } from '@nimble/core/bracing';
import { distanceToLine, type OutlineSpec, type Point } from '@nimble/core/outline';
import { toast } from 'sonner';
import type { Bracing, Ground } from '../api/use-bracing';
import { PlateLines } from '../plate';
import { Button } from '../ui';

export type DrawnLine = readonly [Point, Point];

/** A brace whose ends lie so near to a line's is that line [m]; an end so near to the rim reaches it [m]. */
const SAME = 4e-3;
const AT_RIM = 0.012;

/** Lines of the drawing that no brace of the plan stands for yet. */
export function linesLeft(outline: OutlineSpec, { braces }: Pick<BracingPlan, 'braces'>): DrawnLine[] {
  const isNear = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]) < SAME;
  const isDrawn = ([a, b]: DrawnLine) =>
    braces.some(({ from, to }) => (isNear(a, from) && isNear(b, to)) || (isNear(a, to) && isNear(b, from)));
  return outline.kind === 'drawn' ? (outline.lines ?? []).filter((line) => !isDrawn(line)) : [];
}

interface Props {
  outline: OutlineSpec;
  bracing: Bracing;
  ground: Ground;
  onOutline: (outline: OutlineSpec) => void;
}

/** What the drawing shows inside: braces once the maker says so, each to be named and measured then. */
export function DrawnLines({ outline, bracing, ground, onOutline }: Props) {
  const { plan } = bracing;
  const lines = linesLeft(outline, plan);
  if (lines.length === 0 || outline.kind !== 'drawn') return null;
  const { lines: _, ...bare } = outline;
  const make = () => {
    bracing.keep({ ...plan, braces: [...plan.braces, ...lines.map((line, i) => braceOn(line, i, plan, ground))] });
    toast(`${lines.length} of the drawing’s lines are braces: name them, set their kind and sizes`);
  };
  return (
    <section aria-label="Lines of the drawing" className="space-y-2 border-l-4 border-brass bg-brass/10 px-3 py-2">
      <p>
        The drawing of the outline holds {lines.length === 1 ? 'a line' : `${lines.length} lines`} inside, dashed on the
        plate.
      </p>
      <div className="flex flex-wrap gap-2">
        <Button onClick={make}>{lines.length === 1 ? 'It is a brace' : 'They are braces'}</Button>
        <Button
          kind="quiet"
          onClick={() => {
            onOutline(bare);
            toast('The lines of the drawing are put away', {
              action: { label: 'Bring them back', onClick: () => onOutline(outline) },
            });
          }}
        >
          {lines.length === 1 ? 'It is none' : 'They are none'}
        </Button>
      </div>
    </section>
  );
}

function braceOn([from, to]: DrawnLine, index: number, plan: BracingPlan, { shape }: Ground) {
  const endAt = ([x, y]: Point) => (distanceToLine(shape.outline, x, y) < AT_RIM ? 'let-in' : 'stopped');
  const id = `own-${crypto.randomUUID().slice(0, 8)}`;
  const taken = plan.braces.filter(({ name }) => /^drawn \d+$/.test(name)).length;
  const name = `drawn ${taken + index + 1}`;
  return usualBrace({ id, name, role: 'free', from, to, ends: [endAt(from), endAt(to)] }, scaleOf(shape));
}

/** Dashed, until they are braces. */
export function DrawnLinesLayer({ lines, pixelsPerMm }: { lines: readonly DrawnLine[]; pixelsPerMm: number }) {
  return (
    <g aria-hidden pointerEvents="none">
      <PlateLines
        lines={lines}
        stroke="var(--brass)"
        strokeWidth={3 / pixelsPerMm}
        strokeDasharray={`${9 / pixelsPerMm} ${6 / pixelsPerMm}`}
      />
    </g>
  );
}
