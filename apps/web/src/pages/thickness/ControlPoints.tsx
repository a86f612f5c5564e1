import { formatThickness, type UnitChoice } from '@nimble/core/units';
import type { PlateShape } from '@nimble/core/outline';
import type { TargetSpec } from '@nimble/core/graduation';
import { DragHandle, MM } from '../../plate';
import { controlPlaces } from './target-edits';

interface PointsProps {
  units: UnitChoice;
  target: TargetSpec;
  shape: PlateShape;
  leftHanded: boolean;
  pixelsPerMm: number;
  selected: number | null;
  onSelect: (index: number) => void;
  onDraft: (target: TargetSpec) => void;
  /** What was shown last is kept. */
  onDrop: () => void;
}

/** Control points of a drawn target; the map follows while one is dragged, and the target is kept when it is let go. */
export function ControlPoints({
  units,
  target,
  shape,
  leftHanded,
  pixelsPerMm,
  selected,
  onSelect,
  onDraft,
  onDrop,
}: PointsProps) {
  if (target.base.kind !== 'drawn') return null;
  const side = leftHanded ? -1 : 1;
  const { points } = target.base;
  const move = (index: number, place: { x: number; y: number }) => {
    const u = Math.max(0, Math.min(1, (place.x - shape.bounds.xMin) / shape.length));
    const v = Math.max(-1, Math.min(1, (side * place.y) / (shape.width / 2)));
    onDraft({ ...target, base: { kind: 'drawn', points: points.map((p, i) => (i === index ? { ...p, u, v } : p)) } });
  };
  return controlPlaces(target, shape, leftHanded).map(({ x, y, label }, i) => {
    const p = points[i]!;
    return (
      <g key={label}>
        <DragHandle
          x={x}
          y={y}
          pixelsPerMm={pixelsPerMm}
          label={label}
          selected={selected === i}
          onSelect={() => onSelect(i)}
          onDrag={(place) => move(i, place)}
          onDrop={onDrop}
        />
        <text
          className="figures"
          x={x * MM}
          y={y * MM - 16 / pixelsPerMm}
          fontSize={15 / pixelsPerMm}
          fontWeight="700"
          textAnchor="middle"
          fill="var(--ink)"
          stroke="var(--slip)"
          strokeWidth={3 / pixelsPerMm}
          paintOrder="stroke"
        >
          {formatThickness(p.thickness, units).figure}
        </text>
      </g>
    );
  });
}
