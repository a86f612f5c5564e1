import { formatThicknessChange, formatThickness, type UnitChoice } from '@nimble/core/units';
import type { Band, MapView, PlatePicture } from './pictures';

const STRONGEST_PERCENT = 62;

/** Colour of a tone: mixed into the wood's own, so that light and dark follow the theme. */
export function toneColour(hue: PlatePicture['hue'], tone: number): string {
  const ink = hue === 'diverging' ? (tone < 0 ? 'lake' : 'ember') : hue;
  return `color-mix(in oklab, var(--${ink}) ${(STRONGEST_PERCENT * Math.abs(tone)).toFixed(0)}%, var(--wood))`;
}

/** The map's steps with thin contour lines; hatching says "under" and "not read" without any colour. */
export function MapLayer({ picture }: { picture: PlatePicture }) {
  const { bands, hue, underPath, unreadPath } = picture;
  const [lowest, ...steps] = bands;
  return (
    <g>
      {lowest && <rect x="-100" y="-900" width="2000" height="1800" style={{ fill: toneColour(hue, lowest.tone) }} />}
      {steps.map(({ level, tone, path }) => (
        <path
          key={level}
          d={path}
          fillRule="evenodd"
          style={{ fill: toneColour(hue, tone) }}
          stroke="var(--ink)"
          strokeOpacity="0.28"
          strokeWidth="0.45"
        />
      ))}
      {underPath && <path d={underPath} fillRule="evenodd" fill="url(#under-hatch)" opacity="0.35" />}
      {unreadPath && <path d={unreadPath} fillRule="evenodd" fill="url(#unread-hatch)" />}
    </g>
  );
}

interface LegendProps {
  picture: PlatePicture;
  view: MapView;
  units: UnitChoice;
}

/** The steps with the figures between them, in the maker's unit. */
export function MapLegend({ picture, view, units }: LegendProps) {
  const { bands, hue } = picture;
  if (bands.length < 2) return null;
  const signed = view === 'deviation' || view === 'mirror';
  const figure = ({ level }: Band) =>
    (signed ? formatThicknessChange(level ?? 0, units) : formatThickness(level ?? 0, units)).figure;
  const [under, over] = LEGEND_ENDS[view];
  return (
    <figure className="flex flex-wrap items-end gap-x-3" aria-label="Legend">
      <span className="pb-0.5 text-soft">{under}</span>
      <div className="flex">
        {bands.map((band, i) => (
          <div key={band.level ?? 'low'} className="w-[3.1rem]">
            <div
              className="figures -ml-1 h-5 text-small text-soft"
              style={{ transform: 'translateX(-38%)', textAlign: 'center' }}
            >
              {i > 0 && figure(band)}
            </div>
            <div className="h-3 border-y border-line" style={{ background: toneColour(hue, band.tone) }} />
          </div>
        ))}
      </div>
      <span className="pb-0.5 text-soft">{over}</span>
    </figure>
  );
}

const LEGEND_ENDS: Record<MapView, readonly [string, string]> = {
  thickness: ['thin', 'thick'],
  deviation: ['leave', 'take off'],
  mirror: ['thinner here', 'thicker here'],
  removed: ['little', 'much came off'],
};
