import { isMirrored } from '@nimble/core/graduation';
import { standingEvents } from '@nimble/core/voicing';
import { useParams } from 'react-router';
import { useVoicedPlate, type VoicedPlate } from '../../api/voiced-plate';
import { BraceLayer } from '../../plate/BraceLayer';
import { PlateDrawing } from '../../plate';
import { Loading } from '../../ui/Loading';
import { PanelBoundary } from '../../ui/PanelBoundary';
import { SlipPages } from '../../ui';
import { StageFrame } from '../../frame/StageFrame';
import { CLOSE_PANELS } from './close-panels';
import { PlayedChart } from './PlayedChart';
import { SettlingChart } from './SettlingChart';
import { CLOSE_TABS, useClosePage } from './use-close-page';

/**
 * The closed box, its strings, and the finished instrument: how it settles, what it sounds like note by note, how it
 * turned out.
 */
export function ClosePage() {
  const { buildId = '' } = useParams();
  const { queries, plate } = useVoicedPlate(buildId);
  if (!plate) return <Loading queries={queries} what="the build" />;
  return <Close key={buildId} {...plate} />;
}

function Close(voiced: VoicedPlate) {
  const page = useClosePage(voiced);
  const { build, ground, closed, events, tab, set, shown, against, settled } = page;
  const Panel = CLOSE_PANELS[tab];
  const isStrung = settled !== null && standingEvents(events, 'strung').length > 0;
  return (
    <StageFrame
      build={build}
      stage="close"
      slip={
        <>
          <SlipPages tabs={CLOSE_TABS} open={tab} onOpen={(slip) => set('slip', slip)} />
          <PanelBoundary what="This leaf" of={tab}>
            <Panel page={page} />
          </PanelBoundary>
        </>
      }
    >
      <div className="flex max-h-[330px] min-h-0 flex-1 flex-col lg:max-h-none">
        <PlateDrawing
          shape={ground.shape}
          leftHanded={isMirrored(build)}
          label={`Plate of No. ${build.number} ${build.name}, seen from outside, neck end to the left`}
        >
          {(pixelsPerMm) =>
            tab !== 'played' && (
              <g opacity={0.4}>
                <BraceLayer isBack={build.plate === 'back'} plan={closed.top.plan} {...{ ground, pixelsPerMm }} />
              </g>
            )
          }
        </PlateDrawing>
      </div>
      {tab === 'played' && shown && <PlayedChart shown={shown} against={against} />}
      {tab === 'strung' && isStrung && <SettlingChart picture={settled} />}
    </StageFrame>
  );
}
