import { bracePlaces, braceSection, type Brace, type GluedPlace, type GluedPlate } from '@nimble/core/bracing';
import { formatPlanLength, formatQuantity, formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { plainFigures, sectionWidthAt } from '@nimble/core/section';

interface Props {
  brace: Brace;
  station: number;
  plate: GluedPlate;
  glued: GluedPlace | null;
  units: UnitChoice;
}

const BOX = { width: 150, height: 200, base: 150, room: 110 };
const STEPS = 40;

/** The section at the place that is touched, on the plate, with the axis about which both bend together. */
export function SectionDrawing({ brace, station, plate, glued, units }: Props) {
  const section = braceSection(brace, Math.min(station, brace.heights.length - 1));
  const scale = BOX.room / Math.max(section.height, section.width, 0.008);
  const middle = BOX.width / 2;
  const right = Array.from({ length: STEPS + 1 }, (_, i) => {
    const z = (section.height * i) / STEPS;
    return [middle + (sectionWidthAt(section, z) / 2) * scale, BOX.base - z * scale] as const;
  });
  const path = `M${[...right, ...right.map(([x, y]) => [2 * middle - x, y] as const).reverse()].map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`;
  const place = bracePlaces(brace)[station] ?? 0;
  const axis = glued && BOX.base - glued.neutralAxis * scale;
  return (
    <figure className="w-[150px] shrink-0 max-sm:hidden" aria-label="The section there">
      <svg viewBox={`0 0 ${BOX.width} ${BOX.height}`} className="w-full">
        <rect
          x="6"
          y={BOX.base}
          width={BOX.width - 12}
          height={Math.max(3, plate.thickness * scale)}
          fill="var(--grain)"
          stroke="var(--ink)"
          strokeWidth="0.8"
        />
        <path d={path} fill="var(--wood)" stroke="var(--ink)" strokeWidth="1.4" />
        {axis !== null && (
          <line
            x1="6"
            x2={BOX.width - 6}
            y1={axis}
            y2={axis}
            stroke="var(--lake)"
            strokeWidth="1.4"
            strokeDasharray="7 3 2 3"
          />
        )}
        <text x={middle} y="14" textAnchor="middle" fontSize="15" fill="var(--ink)" className="figures">
          {formatThickness(section.width, units).figure} × {inWords(formatThickness(section.height, units))}
        </text>
      </svg>
      <figcaption className="text-center text-note text-soft">
        at {inWords(formatPlanLength(place, units))}; second moment{' '}
        {formatQuantity(plainFigures(section).secondMoment, 'second-moment', 'mm⁴', 0).figure} mm⁴
        {glued && `; glued ${glued.rigidity.toFixed(1)} N m² about the dashes`}
      </figcaption>
    </figure>
  );
}
