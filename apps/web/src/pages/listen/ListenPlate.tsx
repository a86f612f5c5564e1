import { isMirrored } from '@nimble/core/graduation';
import { isWood } from '@nimble/core/outline';
import { PlateDrawing, StationLayer } from '../../plate';
import { BarLayer } from './BarLayer';
import { HoldAndStrike, Mark, ShapeLayer } from '../../plate/ShapeLayer';
import type { ListenPageState } from './use-listen-page';

/** The plate with its places, or its bars, and the shape that is shown. */
export function ListenPlate({ page }: { page: ListenPageState }) {
  const { build, shape, shapeShown, walk, hold, bars, views, params } = page;
  const { tab } = params;
  return (
    <PlateDrawing
      shape={shape}
      leftHanded={isMirrored(build)}
      label={`Plate of No. ${build.number} ${build.name}, seen from outside, neck end to the left`}
      map={shapeShown && <ShapeLayer shape={shapeShown} unreadPath={walk.picture?.unreadPath ?? ''} />}
      onPlace={(place) => {
        if (!hold.marking || !isWood(shape, place.x, place.y)) return;
        hold.setPlace(place);
        hold.setMarking(false);
      }}
    >
      {(pixelsPerMm) => (
        <>
          {tab === 'bars' ? (
            <BarLayer bars={bars.braces} lit={bars.lit.name} pixelsPerMm={pixelsPerMm} />
          ) : (
            <StationLayer
              stations={views}
              current={tab === 'map' ? (walk.lit?.name ?? null) : null}
              pixelsPerMm={pixelsPerMm}
              onPick={(name) => {
                walk.light(name);
                if (tab === 'notes') params.set({ slip: 'map' });
              }}
              inert={hold.marking}
            />
          )}
          {hold.place && <Mark place={hold.place} word="held" ink="var(--spruce)" pixelsPerMm={pixelsPerMm} />}
          {shapeShown && <HoldAndStrike shape={shapeShown} pixelsPerMm={pixelsPerMm} />}
        </>
      )}
    </PlateDrawing>
  );
}
