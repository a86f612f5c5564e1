import type { ShavingOutcome } from '@nimble/core/ledger';
import { Link, useParams } from 'react-router';
import { useVoicedPlate } from '../../api/voiced-plate';
import { useShavingRecord } from '../../api/voicing';
import { ToWholeTop } from '../../ui/Row';
import { Loading } from '../../ui/Loading';
import { PanelBoundary } from '../../ui/PanelBoundary';
import { usePreferences } from '../../ui/preferences';
import { PitchButton } from '../../listening/PitchDialog';
import { Button, SlipPages } from '../../ui';
import { StageFrame } from '../../frame/StageFrame';
import { VoiceSwitch } from '../../frame/VoiceSwitch';
import { CarvedNote } from '../../frame/CarvedNote';
import { GoalsLine } from './GoalsLine';
import { VoicingProgress } from './VoicingProgress';
import { VOICING_PANELS } from './voicing-panels';
import { VOICING_TABS } from './voicing-tabs';
import { VoicingPlate } from './VoicingPlate';
import { SecondLook } from './SecondLook';
import { useVoicingPage, type VoicingPageState, type RoundsProps } from './use-voicing-page';

/** Rounds of flex, knock, shave and look again, until it is done. */
export function VoicingPage() {
  const { buildId = '' } = useParams();
  const { person } = usePreferences();
  const { queries, plate } = useVoicedPlate(buildId);
  const record = useShavingRecord(person, buildId);
  if (!plate) return <Loading queries={queries} what="the voicing" />;
  return <RoundsOf key={buildId} {...plate} record={record.data ?? (record.error ? NO_RECORD : null)} />;
}

const NO_RECORD: readonly ShavingOutcome[] = [];

function RoundsOf(props: RoundsProps) {
  const page = useVoicingPage(props);
  const { build, ears } = page;
  const { picture, goal } = page.rounds;
  return (
    <StageFrame build={build} stage="voice" slip={ears.due ? <FreshEars page={page} /> : <Slip page={page} />}>
      <div className="flex flex-wrap items-center justify-between gap-x-4 px-4 pt-1 lg:px-6">
        <VoiceSwitch buildId={build.id} open="voice" />
        <span className="flex items-center">
          <ToWholeTop buildId={build.id} />
          <PitchButton />
        </span>
      </div>
      <VoicingPlate page={page} />
      <div className="min-h-24 px-4 pb-2 lg:px-6">
        {picture && !ears.due && <GoalsLine picture={picture} units={build.units} wishes={goal} />}
      </div>
    </StageFrame>
  );
}

function Slip({ page }: { page: VoicingPageState }) {
  const { build, plan, rounds, tab, openTab } = page;
  const Panel = VOICING_PANELS[tab];
  return (
    <>
      <SlipPages tabs={VOICING_TABS} open={tab} onOpen={openTab} />
      {plan.braces.length === 0 ? (
        <p className="pt-2">
          No braces are drawn yet, so there is nothing to voice.{' '}
          <Link className="underline underline-offset-4" to={`/builds/${build.id}/layout`}>
            Draw them in the layout
          </Link>
          .
        </p>
      ) : (
        <>
          <CarvedNote build={build} plan={plan} />
          <VoicingProgress voicing={rounds.voicing} onStop={rounds.stop} onAgain={rounds.again} />
          <PanelBoundary what="This leaf" of={tab}>
            <Panel page={page} />
          </PanelBoundary>
        </>
      )}
    </>
  );
}

function FreshEars({ page: { ears, knocks, writes, rounds } }: { page: VoicingPageState }) {
  return (
    <div className="space-y-3 pt-3">
      <h2 className="text-head font-bold">Fresh ears first</h2>
      <p>It has rested. Listen blind before any figure sways you.</p>
      <SecondLook
        knocks={knocks}
        onLiked={(body) => {
          ears.onLiked();
          writes.add('second-look', rounds.now.reading, body);
        }}
      />
      <Button className="w-full" onClick={ears.onFigures}>
        Show me the figures
      </Button>
    </div>
  );
}
