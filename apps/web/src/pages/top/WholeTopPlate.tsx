import { isMirrored } from '@nimble/core/graduation';
import { BraceLayer } from '../../plate/BraceLayer';
import { PlateDrawing } from '../../plate';
import { BraceWorth, PassMark, RimMarks, TopMap } from '../../plate/TopLayers';
import type { WholeTopState } from './use-whole-top-page';

/** The top with its braces, and over it the open leaf's picture. */
export function WholeTopPlate({ page }: { page: WholeTopState }) {
  const { build, ground, shown, tab, top, touched, seen, kept, piece, set } = page;
  const tries = tab === 'what-if';
  return (
    <PlateDrawing
      shape={ground.shape}
      leftHanded={isMirrored(build)}
      label={`Top of No. ${build.number} ${build.name} as one model, neck end to the left`}
      map={shown && <TopMap picture={shown.picture} view={shown.view} />}
      onPlace={({ x, y }) => tab === 'shave' && top.state === 'open' && touched.touch(top.computer.passAt(x, y))}
    >
      {(pixelsPerMm) => (
        <>
          <g opacity={tab === 'shave' ? 0.3 : 0.55}>
            <BraceLayer
              plan={seen}
              ground={ground}
              pixelsPerMm={pixelsPerMm}
              selected={tries ? (piece ?? kept.braces[0]?.id ?? null) : null}
              onSelect={tries ? (id) => set('piece', id) : undefined}
            />
          </g>
          <Marks page={page} pixelsPerMm={pixelsPerMm} />
        </>
      )}
    </PlateDrawing>
  );
}

function Marks({ page, pixelsPerMm }: { page: WholeTopState; pixelsPerMm: number }) {
  const { shown, tab, load, top, touched, kept, rim } = page;
  return (
    <>
      {shown?.view.show === 'shaving' && top.state === 'open' && (
        <BraceWorth
          braces={kept.braces}
          worth={shown.picture.braces}
          pixelsPerMm={pixelsPerMm}
          onPick={(b, s) => touched.touch(top.computer.passOn(b, s))}
        />
      )}
      {tab === 'shave' && touched.here && <PassMark pass={touched.here} pixelsPerMm={pixelsPerMm} />}
      {rim && tab === 'load' && load === 'rim' && <RimMarks places={rim} pixelsPerMm={pixelsPerMm} />}
    </>
  );
}
