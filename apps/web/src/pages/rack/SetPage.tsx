import { middleOfSpan } from '@nimble/core/wood';
import type { FreePlate } from '@nimble/core/ritz-plate';
import { useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { useJigs } from '../../api/flex';
import { useRackWrite, useWoodSet, type WoodPiece, type WoodSet } from '../../api/wood';
import { FlexForm } from '../../flex/FlexForm';
import { jigWords } from '../../words/jig-words';
import { JigDrawing } from '../../flex/JigDrawing';
import { Loading } from '../../ui/Loading';
import { usePreferences } from '../../ui/preferences';
import { SlipPages, TextTabs } from '../../ui';
import { AboutSet, Photos } from './AboutSet';
import { boardPlate, knockGuide, type KnockGuide, type NoteName } from './board-modes';
import { BoardDrawing } from './BoardDrawing';
import { DryingChart } from './DryingChart';
import { Findings } from './Findings';
import { WoodProperties } from './WoodProperties';
import { RoomHeader } from '../../frame/RoomHeader';
import { KnockForm, Weighings, WeighForm } from './TestForms';
import { StickKnockForm, StickShown } from './StickKnock';
import type { Over } from './stick-guide';
import { UseForBuild } from './UseForBuild';
import { Pieces } from './Pieces';
import { PiecesDrawing } from './PiecesDrawing';
import { pieceAt } from './pieces-of';
import { lyingWords, pieceNoun, pieceWords } from '../../words/piece-words';

const NOTE_WORDS: readonly [NoteName, string][] = [
  ['twist', 'Twist'],
  ['across', 'Across'],
  ['along', 'Along'],
];

/** Of the board's length: the ends stand out a little over the supports. */
const USUAL_SPAN = 0.8;

const TABS = [
  ['known', 'Known'],
  ['weigh', 'Weigh'],
  ['knock', 'Knock'],
  ['flex', 'Flex'],
  ['pieces', 'Halves'],
  ['about', 'About'],
] as const;
type Tab = (typeof TABS)[number][0];

/** One set: what it is, how surely that is known, and the tests that make it surer. */
export function SetPage() {
  const { setId = '' } = useParams();
  const set = useWoodSet(setId);
  if (!set.data) return <Loading queries={[set]} what="the set" />;
  return <Board key={setId} set={set.data} />;
}

function Board({ set }: { set: WoodSet }) {
  const [params, setParams] = useSearchParams();
  const isStick = set.use === 'brace';
  const [over, setOver] = useState<Over>('thickness');
  const tab: Tab = TABS.find(([key]) => key === params.get('slip'))?.[0] ?? 'known';
  const [note, setNote] = useState<NoteName>('twist');
  const piece = pieceAt(set, params.get('piece'));
  const plate = useMemo(() => boardPlate({ ...piece, length: set.length }, piece.properties), [piece, set.length]);
  const guide = useMemo(() => knockGuide(plate, note), [plate, note]);
  const [jigId, setJigId] = useState('');
  const write = useRackWrite();
  const { person, units } = usePreferences();
  const choosePiece = (mark: WoodPiece['mark']) => setParams({ slip: tab, piece: mark }, { replace: true });
  return (
    <div className="flex min-h-full flex-col lg:h-full">
      <RoomHeader title={set.name}>
        <Link to="/rack" className="inline-flex min-h-12 items-center px-3 underline underline-offset-4">
          The rack
        </Link>
      </RoomHeader>
      <main className="grid min-h-0 flex-1 grid-cols-1 content-start lg:grid-cols-[minmax(0,1fr)_420px] lg:grid-rows-[minmax(0,1fr)_auto] lg:content-stretch">
        <section
          aria-label="The board"
          className={`flex min-w-0 flex-col px-4 pt-3 lg:min-h-[300px] lg:px-6 [&_svg]:max-lg:max-h-[34vh] ${TYPED.has(tab) ? 'max-lg:order-1' : ''}`}
        >
          <Shown {...{ set, piece, plate, guide, note, tab, jigId, over }} onNote={setNote} onPiece={choosePiece} />
        </section>
        <aside
          aria-label="Slip"
          className="relative min-h-0 overflow-y-auto border-l border-line bg-slip px-5 pb-4 lg:col-start-2 lg:row-span-2 lg:row-start-1"
        >
          <SlipPages
            tabs={tabsOf(set)}
            open={tab}
            onOpen={(slip) => setParams({ slip, piece: piece.mark }, { replace: true })}
          />
          {MEASURED.has(tab) && <WhichPiece set={set} piece={piece} onChoose={choosePiece} />}
          {tab === 'known' && (
            <div className="space-y-4">
              <WoodProperties set={set} units={units} />
              {!isStick && <UseForBuild set={set} />}
            </div>
          )}
          {tab === 'weigh' && (
            <>
              <Weighings set={set} piece={piece} units={units} />
              <WeighForm set={set} piece={piece} units={units} />
            </>
          )}
          {tab === 'knock' && isStick && <StickKnockForm set={set} over={over} onOver={setOver} />}
          {tab === 'knock' && !isStick && (
            <KnockForm set={set} piece={piece} note={note} expected={guide.frequency} onNote={setNote} />
          )}
          {tab === 'flex' && (
            <>
              <FlexForm
                pieceId={set.id}
                units={units}
                plain
                onJig={setJigId}
                onSend={(body) => write('POST', `/${set.id}/flex-tests`, { person, piece: piece.mark, ...body })}
              />
              <Link to="/feel" className="inline-flex min-h-12 items-center underline underline-offset-4">
                How well does your feel track the dial?
              </Link>
            </>
          )}
          {tab === 'pieces' && <Pieces set={set} piece={piece} units={units} />}
          {/* Sizes stand there as text in these units: other units begin the form anew. */}
          {tab === 'about' && <AboutSet key={units.length} set={set} units={units} />}
        </aside>
        <div className="flex min-h-0 min-w-0 flex-col px-4 max-lg:order-2 max-lg:pt-3 lg:px-6">
          <Findings set={set} of={tab !== 'pieces' && MEASURED.has(tab) ? piece.mark : null} />
        </div>
      </main>
    </div>
  );
}

interface ShownProps extends ModesProps {
  tab: Tab;
  jigId: string;
  over: Over;
  onPiece: (mark: WoodPiece['mark']) => void;
}

/** What stands beside the slip: what its open page is about. */
function Shown({ tab, jigId, over, onPiece, ...modes }: ShownProps) {
  const { set, piece } = modes;
  const { units } = usePreferences();
  switch (tab) {
    case 'weigh':
      return <DryingChart set={set} piece={piece} units={units} />;
    case 'flex':
      return <JigShown set={set} jigId={jigId} />;
    case 'pieces':
      return <PiecesDrawing set={set} units={units} chosen={piece.mark} onChoose={onPiece} />;
    case 'about':
      return <Photos set={set} />;
    case 'known':
    case 'knock':
      return set.use === 'brace' ? <StickShown set={set} over={over} /> : <Modes {...modes} />;
  }
}

/** Where it matters on which piece the work is done. */
const MEASURED: ReadonlySet<Tab> = new Set<Tab>(['weigh', 'knock', 'flex', 'pieces']);

/** Where one types: on a small screen that comes first. */
const TYPED: ReadonlySet<Tab> = new Set<Tab>(['weigh', 'flex', 'about']);

/** A billet has no pieces; four are not halves. */
const tabsOf = (set: WoodSet) =>
  TABS.filter(([key]) => key !== 'pieces' || set.use !== 'brace').map(
    ([key, words]) => [key, key === 'pieces' && pieceNoun(set) === 'piece' ? 'Pieces' : words] as const,
  );

function WhichPiece({
  set,
  piece,
  onChoose,
}: {
  set: WoodSet;
  piece: WoodPiece;
  onChoose: (mark: WoodPiece['mark']) => void;
}) {
  if (set.pieces.length < 2) return null;
  const marks = set.pieces.map(({ mark }) => mark).sort();
  const words = (mark: WoodPiece['mark']) => (marks.length > 2 ? pieceWords(set, mark) : lyingWords(set, mark));
  return (
    <TextTabs
      label={`Which ${pieceNoun(set)}`}
      tabs={marks.map((mark) => [mark, words(mark)] as const)}
      open={piece.mark}
      onOpen={onChoose}
    />
  );
}

/** Node lines of the chosen note, where to hold and where to knock, from the board's own theory. */
interface ModesProps {
  set: WoodSet;
  piece: WoodPiece;
  plate: FreePlate;
  guide: KnockGuide;
  note: NoteName;
  onNote: (note: NoteName) => void;
}

function Modes({ set, piece, plate, guide, note, onNote }: ModesProps) {
  return (
    <>
      <TextTabs label="Which note" tabs={NOTE_WORDS} open={note} onOpen={onNote} />
      <BoardDrawing
        plate={plate}
        guide={guide}
        label={`${pieceWords(set, piece.mark)} of ${set.name} with the node lines of its ${note} note`}
      />
      <p className="pb-3 text-soft">
        Hold it lightly between two fingers on a dashed line, where it stands still, and knock at the mark. From what is
        known so far the {note} note should come near <span className="figures">{guide.frequency.toFixed(0)} Hz</span>.
      </p>
    </>
  );
}

/** The jig in use from the side, so that one sees what is measured. */
function JigShown({ set, jigId }: { set: WoodSet; jigId: string }) {
  const jigs = useJigs();
  const { units } = usePreferences();
  const jig = jigs.data?.find(({ id }) => id === jigId);
  const plain = middleOfSpan(USUAL_SPAN * set.length, 'along');
  return (
    <div className="py-3">
      <JigDrawing jig={jig?.body ?? plain} units={units} label={`${jig?.name ?? 'Two plain supports'} from the side`} />
      <p className="max-w-2xl text-soft">
        {jig
          ? `${jig.name}: ${jigWords(jig.body, units)}.`
          : 'Lay the board on two supports, about so far apart, weight in its middle, dial under it.'}{' '}
        Two loads at least, up and down again if you like: only the slope counts, so the dial’s zero does not. Small
        loads: stop where it still springs back whole.
      </p>
    </div>
  );
}
