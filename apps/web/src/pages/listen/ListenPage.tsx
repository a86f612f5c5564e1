import { useParams } from 'react-router';
import { useBuild } from '../../api/hooks';
import { isKnock, useSounds } from '../../api/knocks';
import { useVoicingEvents } from '../../api/voicing';
import { ToWholeTop } from '../../ui/Row';
import { Loading } from '../../ui/Loading';
import { PanelBoundary } from '../../ui/PanelBoundary';
import { usePreferences } from '../../ui/preferences';
import { PitchButton } from '../../listening/PitchDialog';
import { shortPitch } from '../../words/pitch-words';
import { SlipPages, TextTabs } from '../../ui';
import { StageFrame } from '../../frame/StageFrame';
import { Partials } from './Partials';
import { useListenPage, type ListenPageState, type VoiceProps } from './use-listen-page';
import { TABS, VIEWS } from './use-listen-params';
import { LISTEN_PANELS } from './listen-panels';
import { ListenPlate } from './ListenPlate';
import { VoiceSwitch } from '../../frame/VoiceSwitch';
import { VIEW_WORDS } from './walk-views';

export function ListenPage() {
  const { buildId = '' } = useParams();
  const build = useBuild(buildId);
  const sounds = useSounds(buildId);
  const events = useVoicingEvents(buildId);
  if (!build.data || !sounds.data || !events.data)
    return <Loading queries={[build, sounds, events]} what="the build" />;
  return <Voice key={buildId} build={build.data} knocks={sounds.data.filter(isKnock)} events={events.data} />;
}

function Voice(props: VoiceProps) {
  const page = useListenPage(props);
  const { build } = props;
  const { tab, view, set } = page.params;
  const Panel = LISTEN_PANELS[tab];
  return (
    <StageFrame
      build={build}
      stage="voice"
      slip={
        <>
          <SlipPages tabs={TABS} open={tab} onOpen={(slip) => set({ slip })} />
          <PanelBoundary what="This leaf" of={tab}>
            <Panel page={page} />
          </PanelBoundary>
        </>
      }
    >
      <div className="flex flex-wrap items-center justify-between gap-x-4 px-4 pt-1 lg:px-6">
        <VoiceSwitch buildId={build.id} open="listen" />
        <TextTabs label="On the plate" tabs={VIEWS} open={view} onOpen={(key) => set({ view: key })} />
        <span className="flex items-center">
          <ToWholeTop buildId={build.id} />
          <PitchButton />
        </span>
      </div>
      <ListenPlate page={page} />
      <div className="min-h-14 px-4 pb-2 lg:px-6">
        {view === 'shape' ? <ShapeChoice page={page} /> : <p className="text-soft">{plateWords(page)}</p>}
      </div>
    </StageFrame>
  );
}

function ShapeChoice({ page: { partials, shown, walk, params } }: { page: ListenPageState }) {
  const choice = usePreferences();
  return (
    <Partials
      labels={partials.map(({ frequency }) =>
        choice.pitch === 'none' ? `${frequency.toFixed(0)}` : shortPitch(frequency, choice),
      )}
      names={partials.map(({ frequency }) => `${frequency.toFixed(1)} Hz`)}
      shown={shown}
      few={partials.length > 0 && (walk.picture?.shapes.length ?? 0) === 0}
      onPick={(p) => params.set({ partial: partials[p]!.frequency.toFixed(2) })}
    />
  );
}

function plateWords({ walk, params: { tab, view } }: ListenPageState): string {
  if (tab === 'bars') return 'The bars as they lie under the plate, seen from outside.';
  if (walk.picture) return `Round ${walk.round}: ${VIEW_WORDS[view]}`;
  const { length: count } = walk.ofRound;
  if (count > 0 && !walk.error)
    return `Putting ${count === 1 ? 'the knock' : `${count} knocks`} of round ${walk.round} together …`;
  return 'Nothing is knocked in this round: press Listen, hold the plate, and knock at the lit place.';
}
