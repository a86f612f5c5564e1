import { isMirrored } from '@nimble/core/graduation';
import { isWood } from '@nimble/core/outline';
import { partOfPlace } from '@nimble/core/top';
import { BraceLayer } from '../../plate/BraceLayer';
import { PlateDrawing } from '../../plate';
import { BendMarks } from './BendMarks';
import { FindingLayer } from './FindingLayer';
import { partKey } from './OwnShaving';
import { StrokeLayer } from './StrokeLayer';
import { shavingsShown, type VoicingPageState } from './use-voicing-page';

/** The plate with its braces as shaved, and what the open leaf says of it. */
export function VoicingPlate({ page }: { page: VoicingPageState }) {
  const { build, tab, ears, place, setPlace } = page;
  const { ground, shaved } = page.rounds;
  const isTouched = tab === 'record' || tab === 'goal';
  return (
    <PlateDrawing
      shape={ground.shape}
      leftHanded={isMirrored(build)}
      label={`Plate of No. ${build.number} ${build.name} with its braces, neck end to the left`}
      onPlace={({ x, y }) =>
        tab === 'record' &&
        isWood(ground.shape, x, y) &&
        setPlace(partKey(partOfPlace(ground.shape, ground.trebleSign, x, y)))
      }
    >
      {(pixelsPerMm) => (
        <>
          <g opacity={0.6}>
            <BraceLayer
              isBack={build.plate === 'back'}
              plan={shaved.plan}
              ground={ground}
              pixelsPerMm={pixelsPerMm}
              selected={isTouched ? place : null}
              onSelect={isTouched ? setPlace : undefined}
            />
          </g>
          {!ears.due && <Figures page={page} pixelsPerMm={pixelsPerMm} />}
        </>
      )}
    </PlateDrawing>
  );
}

/** What would sway ears that should be fresh. */
function Figures({ page, pixelsPerMm }: { page: VoicingPageState; pixelsPerMm: number }) {
  const { tab, finding, setFinding, reading } = page;
  const { ground, shaved, picture, setups, walked } = page.rounds;
  const setup = tab === 'now' ? setups.find((one) => `flex:${one.place}` === reading.key) : undefined;
  return (
    <>
      <StrokeLayer
        shape={ground.shape}
        braces={shaved.plan.braces}
        shavings={shavingsShown(page)}
        trebleSign={ground.trebleSign}
        pixelsPerMm={pixelsPerMm}
      />
      {setup && <BendMarks setup={setup} pixelsPerMm={pixelsPerMm} />}
      {tab === 'look' && picture && (
        <FindingLayer
          findings={picture.findings}
          open={finding}
          walk={walked}
          plan={shaved.plan}
          pixelsPerMm={pixelsPerMm}
          onOpen={setFinding}
        />
      )}
    </>
  );
}
