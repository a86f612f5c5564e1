import { isMirrored } from '@nimble/core/graduation';
import { MapLayer, PlateDrawing, StationLayer, StepMarks } from '../../plate';
import { ControlPoints } from './ControlPoints';
import { PlaningArrows } from './PlaningArrows';
import { TearMarks } from './TearMarks';
import { ownParts } from './use-planing';
import { useMarks, type ThicknessState } from './use-thickness-page';
import { clearOfMarks } from './view-model';

/** The plate with its map, its stations, and what the open leaf lays over them. */
export function ThicknessPlate({ state }: { state: ThicknessState }) {
  const { build, shape, plate, tab, entry, stations, pick } = state;
  const { picture, past } = plate;
  const { views, marks, covers } = useMarks(state);
  const isLit = !past && (tab === 'read' || tab === 'stations' || (tab === 'pass' && entry.isPicked));
  return (
    <PlateDrawing
      shape={shape}
      leftHanded={isMirrored(build)}
      label={`Plate of No. ${build.number} ${build.name}, seen from outside, neck end to the left`}
      map={picture && picture.bands.length > 0 && <MapLayer picture={picture} />}
      onPlace={stations.adding ? stations.add : undefined}
      lit={isLit ? entry.current : null}
    >
      {(pixelsPerMm) => (
        <>
          <StationLayer
            stations={clearOfMarks(views, covers, pixelsPerMm)}
            current={isLit ? (entry.current?.name ?? null) : null}
            pixelsPerMm={pixelsPerMm}
            onPick={pick}
            inert={stations.adding}
            onMove={tab === 'stations' ? stations.move : undefined}
          />
          <StepMarks pixelsPerMm={pixelsPerMm} marks={marks} />
          <LeafLayers state={state} pixelsPerMm={pixelsPerMm} />
        </>
      )}
    </PlateDrawing>
  );
}

function LeafLayers({ state, pixelsPerMm }: { state: ThicknessState; pixelsPerMm: number }) {
  const { build, shape, plate, tab, planing, draft, point, setPoint } = state;
  const leftHanded = isMirrored(build);
  return (
    <>
      {!plate.past && <TearMarks tears={build.choices.tears} pixelsPerMm={pixelsPerMm} />}
      {tab === 'pass' && !plate.past && (
        <PlaningArrows
          shape={shape}
          leftHanded={leftHanded}
          stroke={planing.stroke}
          parts={ownParts(planing)}
          pixelsPerMm={pixelsPerMm}
        />
      )}
      {tab === 'target' && (
        <ControlPoints
          target={draft.target}
          units={build.units}
          shape={shape}
          leftHanded={leftHanded}
          pixelsPerMm={pixelsPerMm}
          selected={point}
          onSelect={setPoint}
          onDraft={draft.show}
          onDrop={draft.drop}
        />
      )}
    </>
  );
}
