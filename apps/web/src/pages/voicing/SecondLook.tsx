import type { VoicingBodies } from '@nimble/core/voicing';
import { useMemo, useRef, useState } from 'react';
import { soundPath, type KnockView } from '../../api/knocks';
import { Button, PanelSection } from '../../ui';
import { blindPair, type BlindPair } from './blind-pair';

interface Props {
  knocks: readonly KnockView[];
  onLiked: (body: VoicingBodies['second-look']) => void;
}

/** Peak that both are played at, so that the louder blow is not taken for the better top. */
const PEAK = 0.7;

/** Two knocks of the last two rounds at one place, in an order that nobody knows, before any figure is shown. */
export function SecondLook({ knocks, onLiked }: Props) {
  const [turn, setTurn] = useState(0);
  const pair = useMemo(
    () => blindPair(knocks, () => crypto.getRandomValues(new Uint32Array(1))[0]! / 2 ** 32 + 0 * turn),
    [knocks, turn],
  );
  const [heard, setHeard] = useState<readonly boolean[]>([false, false]);
  const [told, setTold] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const sounding = useRef<AudioBufferSourceNode | null>(null);
  if (!pair) return <p className="text-soft">A blind compare needs the same place knocked in two rounds.</p>;
  const play = async (i: 0 | 1) => {
    setProblem(null);
    try {
      sounding.current?.stop();
      sounding.current = await playKnock(pair.order[i].id);
      setHeard((all) => all.map((one, at) => one || at === i));
    } catch (failure) {
      setProblem(failure instanceof Error ? failure.message : String(failure));
    }
  };
  const like = (which: 0 | 1 | null) => {
    onLiked({ liked: which === null ? 'same' : likedOf(pair, which), note: pair.place });
    setTold(
      which === null
        ? `The first was round ${pair.order[0].round}, the second round ${pair.order[1].round}.`
        : `You liked round ${pair.order[which].round}; the other was round ${pair.order[1 - which]!.round}.`,
    );
  };
  const ready = heard.every(Boolean);
  return (
    <PanelSection heading="Blind compare">
      <p className="text-soft">
        Two knocks at {pair.place}, of the last two rounds in which it was struck there. Hear both as often as you like,
        then choose.
      </p>
      <div className="grid grid-cols-2 gap-2">
        <Button className="min-h-20" onClick={() => void play(0)}>
          Play the first
        </Button>
        <Button className="min-h-20" onClick={() => void play(1)}>
          Play the second
        </Button>
      </div>
      {problem && (
        <p role="alert" className="font-medium text-ember-ink">
          It could not be played: {problem}
        </p>
      )}
      {told ? (
        <div aria-live="polite" className="space-y-2">
          <p className="text-lead font-medium">{told}</p>
          <Button onClick={() => (setTold(null), setHeard([false, false]), setTurn((n) => n + 1))}>Once more</Button>
        </div>
      ) : (
        <div className="flex flex-wrap gap-2">
          <Button disabled={!ready} onClick={() => like(0)}>
            I like the first
          </Button>
          <Button disabled={!ready} onClick={() => like(1)}>
            I like the second
          </Button>
          <Button disabled={!ready} onClick={() => like(null)}>
            No difference
          </Button>
        </div>
      )}
    </PanelSection>
  );
}

const likedOf = ({ order, now }: BlindPair, which: 0 | 1): 'before' | 'now' =>
  order[which].id === now ? 'now' : 'before';

async function playKnock(id: string): Promise<AudioBufferSourceNode> {
  const response = await fetch(soundPath(id));
  if (!response.ok) throw new Error('its sound is not there');
  const context = new AudioContext();
  const buffer = await context.decodeAudioData(await response.arrayBuffer());
  const peak = buffer.getChannelData(0).reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  const source = new AudioBufferSourceNode(context, { buffer });
  const gain = new GainNode(context, { gain: peak > 0 ? PEAK / peak : 1 });
  source.connect(gain).connect(context.destination);
  source.onended = () => void context.close();
  source.start();
  return source;
}
