import { formatQuantity, parseQuantity, type UnitChoice } from '@nimble/core/units';
import { bestOrder, betterPairs, pieceDifferences, type PieceMark } from '@nimble/core/wood';
import { useState } from 'react';
import { toast } from 'sonner';
import { useRack, useRackWrite, type WoodPiece, type WoodSet } from '../../api/wood';
import { useEntryForm } from '../../forms';
import { Button, Option, PanelSection, SelectField, TextField } from '../../ui';
import { differenceWords, pieceNoun, planedAlikeWords } from '../../words/piece-words';
import { ownEnds, stays } from './piece-order';

interface Props {
  set: WoodSet;
  piece: WoodPiece;
  units: UnitChoice;
}

/** The pieces of a set against each other: how far they differ, which lies where, and better pairs in the rack. */
export function Pieces({ set, piece, units }: Props) {
  const pairs = pairsOf(set);
  return (
    <div className="space-y-3">
      {pairs.length === 0 && <p>One piece: nothing is joined. Say under About if there are more.</p>}
      {pairs.map(([one, other]) => (
        <Compared key={one.mark} set={set} pair={[one, other]} units={units} />
      ))}
      {set.pieces.length > 1 && <Order set={set} />}
      {set.pieces.length > 1 && (
        // Sizes stand there as text, of one piece in these units.
        <OwnSizes key={piece.mark + units.length} set={set} piece={piece} units={units} />
      )}
      {set.pieces.length > 1 && <Trades set={set} piece={piece} />}
    </div>
  );
}

/** Those that lie as far from either edge, from the joint in the middle outward. */
function pairsOf({ pieces }: WoodSet): (readonly [WoodPiece, WoodPiece])[] {
  const half = Math.floor(pieces.length / 2);
  return Array.from({ length: half }, (_, i) => {
    const pair = [pieces[half - 1 - i]!, pieces[pieces.length - half + i]!];
    return (pair[0]!.mark < pair[1]!.mark ? pair : pair.reverse()) as [WoodPiece, WoodPiece];
  });
}

function Compared({ set, pair, units }: { set: WoodSet; pair: readonly [WoodPiece, WoodPiece]; units: UnitChoice }) {
  const [one, other] = pair;
  const thickness = Math.min(one.thickness, other.thickness);
  const planed = planedAlikeWords(set, pair, { thickness, units });
  const further = pieceDifferences(one.properties, other.properties).some(({ told }) => told);
  return (
    <PanelSection heading={`${one.mark} and ${other.mark}`} tight>
      <p>{differenceWords(set, one, other)}</p>
      {planed && <p>{planed}</p>}
      {further && (
        <p className="text-note text-soft">
          Joined, they bend along as their mean does, and across as the softer one mostly: its wood gives first.
        </p>
      )}
    </PanelSection>
  );
}

/** Which piece lies where; changing sides turns a piece end for end, and its fibres with it. */
function Order({ set }: { set: WoodSet }) {
  const write = useRackWrite();
  const now = set.pieces.map(({ mark }) => mark);
  const { order } = bestOrder(set.pieces);
  const lay = async (marks: readonly PieceMark[]) => {
    const body = (to: readonly PieceMark[], from: readonly PieceMark[]) => ({
      pieces: to.map((mark) => stays(set, mark)),
      ...ownEnds(set, from, to),
    });
    try {
      await write('PATCH', `/${set.id}`, body(marks, now));
      const undo = {
        pieces: now.map((mark) => stays(set, mark)),
        risesBass: set.risesBass,
        risesTreble: set.risesTreble,
      };
      toast(`From bass to treble: ${marks.join(', ')}`, {
        action: { label: 'Undo', onClick: () => void write('PATCH', `/${set.id}`, undo) },
      });
    } catch (failure) {
      toast.error((failure as Error).message);
    }
  };
  return (
    <PanelSection heading="Which lies where" tight>
      <p>
        From bass to treble: <span className="figures">{now.join(', ')}</span>
        {now.length > 2 && order.join() === now.join() && '. No order makes its sides more alike.'}
      </p>
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => void lay([...now].reverse())}>Swap sides</Button>
        {order.join() !== now.join() && <Button onClick={() => void lay(order)}>Most alike: {order.join(', ')}</Button>}
      </div>
    </PanelSection>
  );
}

function OwnSizes({ set, piece, units }: Props) {
  const write = useRackWrite();
  const words = (value: number | null) =>
    value === null ? '' : formatQuantity(value, 'length', units.length, units.length === 'mm' ? 2 : 4).figure;
  const form = useEntryForm({
    blank: { thickness: words(piece.ownThickness), width: words(piece.ownWidth) },
    read: (draft) => {
      const size = (field: 'thickness' | 'width') =>
        draft[field].trim() === '' ? null : parseQuantity(field, draft[field], 'length', units.length).value;
      return { thickness: size('thickness'), width: size('width') };
    },
    send: (sizes) =>
      write('PATCH', `/${set.id}`, {
        pieces: set.pieces.map(({ mark }) => ({ ...stays(set, mark), ...(mark === piece.mark && sizes) })),
      }),
    after: (draft) => draft,
    onDone: () => toast('Kept'),
  });
  const refused = form.at('pieces');
  return (
    <PanelSection heading={`Sizes of ${pieceNoun(set)} ${piece.mark}`} tight>
      <form aria-label={`Sizes of ${piece.mark}`} className="space-y-2" onSubmit={form.submit}>
        <p className="text-note text-soft">Where it differs from the others; empty: as they are.</p>
        <div className="grid grid-cols-2 gap-3">
          <TextField label="Thickness" suffix={units.length} inputMode="decimal" {...form.text('thickness')} />
          <TextField label="Width" suffix={units.length} inputMode="decimal" {...form.text('width')} />
        </div>
        {refused && (
          <p role="alert" className="font-medium text-ember-ink">
            {refused}
          </p>
        )}
        <Button type="submit" disabled={form.busy}>
          Keep its sizes
        </Button>
      </form>
    </PanelSection>
  );
}

/** A piece of this set for one of another: those first that make two better pairs. */
function Trades({ set, piece }: { set: WoodSet; piece: WoodPiece }) {
  const rack = useRack();
  const write = useRackWrite();
  const [chosen, setChosen] = useState('');
  const alike = (rack.data ?? []).filter(
    ({ id, use, species }) => id !== set.id && use === set.use && species === set.species,
  );
  const better = betterPairs(set, alike);
  const trade = async (mine: PieceMark, withId: string, theirs: PieceMark) => {
    const path = `/${set.id}/trades`;
    const body = () => ({ id: crypto.randomUUID(), mine, with: withId, theirs });
    try {
      await write('POST', path, body());
      setChosen('');
      toast(`${mine} is now what was ${theirs} of ${nameOf(alike, withId)}`, {
        action: { label: 'Undo', onClick: () => void write('POST', path, body()) },
      });
    } catch (failure) {
      toast.error((failure as Error).message);
    }
  };
  const [withId = '', theirs = ''] = chosen.split(' ');
  return (
    <PanelSection heading="Better pairs in the rack" tight>
      {set.pieces.map(
        ({ mark, home }) =>
          home && (
            <p key={mark} className="text-note text-soft">
              {mark} came from {home.set}, where it was {home.mark}.
            </p>
          ),
      )}
      {better.map(({ mine, theirs: their, with: other, before, after }) => (
        <div key={other.id} className="flex items-center justify-between gap-2">
          <p>
            {mine} for {their} of {other.name}: {timesLess(before, after)}.
          </p>
          <Button className="shrink-0" onClick={() => void trade(mine, other.id, their)}>
            Trade
          </Button>
        </div>
      ))}
      {alike.length === 0 && <p className="text-soft">No other set of this wood and use in the rack.</p>}
      {alike.length > 0 && better.length === 0 && (
        <p className="text-soft">None that makes two clearly better pairs, of those measured on both halves.</p>
      )}
      {alike.length > 0 && (
        <div className="flex items-end gap-2">
          <div className="min-w-0 flex-1">
            <SelectField label={`Trade ${pieceNoun(set)} ${piece.mark} for`} value={chosen} onChoose={setChosen}>
              <Option value="">choose a piece</Option>
              {alike.flatMap((other) =>
                other.pieces.map(({ mark }) => (
                  <Option key={other.id + mark} value={`${other.id} ${mark}`}>
                    {mark} of {other.name}
                  </Option>
                )),
              )}
            </SelectField>
          </div>
          <Button disabled={chosen === ''} onClick={() => void trade(piece.mark, withId, theirs as PieceMark)}>
            Trade it
          </Button>
        </div>
      )}
    </PanelSection>
  );
}

const nameOf = (sets: readonly WoodSet[], id: string) => sets.find((set) => set.id === id)?.name ?? 'the other set';

/** Squares are compared; a maker thinks in differences. */
const timesLess = (before: number, after: number) => {
  const share = Math.sqrt(after / before);
  if (share < 0.15) return 'both pairs hardly differ then';
  const words = share < 0.3 ? 'about a quarter' : share < 0.42 ? 'about a third' : 'half to two thirds';
  return `both pairs differ ${words} as much then`;
};
