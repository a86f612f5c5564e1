import { Fold } from '../../ui';
import { ringTime } from '@nimble/core/wood';
import type { CensusFinding, HearingChange, LooseJoint, MirrorKnocks } from '@nimble/core/knock-map';
import type { ReactNode } from 'react';
import { usePreferences } from '../../ui/preferences';
import { className, longPitch, shortPitch, signed } from '../../words/pitch-words';
import type { KnockPicture } from '../../compute/knock-computer';
import { evennessWords, looseWords, mirrorWords } from '../../words/knock-finding-words';
import { RoundPicker } from './RoundPicker';
import type { Walk } from './use-walk';

interface Props {
  walk: Walk;
  change: HearingChange | null;
  onPlace: (name: string) => void;
  onPartial: (frequency: number) => void;
  onRound: (round: number) => void;
}

/**
 * What the walk round says: its notes, what fights or repeats, left against right, and what may be loose. It reports;
 * the maker judges.
 */
export function FindingsSlip({ walk, change, onPlace, onPartial, onRound }: Props) {
  const { pitch } = usePreferences();
  const { picture } = walk;
  if (!picture)
    return (
      <div className="space-y-3 pt-2">
        <p>Nothing to report yet: walk round the plate first, five places or more.</p>
        <RoundPicker walk={walk} onRound={onRound} />
      </div>
    );
  const suspects = picture.loose.filter(({ likelihood }) => likelihood > 0.25);
  return (
    <div className="space-y-3 pt-1">
      <RoundPicker walk={walk} onRound={onRound} />
      {suspects.length > 0 && <Loose joints={suspects} onPlace={onPlace} />}
      <section aria-label="Even or not">
        <h3 className="text-soft">Even or not</h3>
        <p>{evennessWords(picture)}</p>
        {picture.mirror.pairs.length > 0 && <p>{mirrorWords(picture.mirror)}</p>}
        <Pairs mirror={picture.mirror} onPlace={onPlace} />
        {suspects.length === 0 && <p>Nothing sounds loose.</p>}
      </section>
      {pitch !== 'none' && <Census picture={picture} onPlace={onPlace} onPartial={onPartial} />}
      <Notes picture={picture} change={change} onPartial={onPartial} />
    </div>
  );
}

function Loose({ joints, onPlace }: { joints: readonly LooseJoint[]; onPlace: (name: string) => void }) {
  return (
    <section aria-label="Loose?" className="border-l-4 border-ember bg-ember/10 px-3 py-2">
      {joints.map((joint) => (
        <div key={joint.station}>
          <p>{looseWords(joint)}</p>
          {joint.again.length > 0 && (
            <p className="flex flex-wrap items-center gap-1">
              Knock again at
              {joint.again.map((name) => (
                <Place key={name} name={name} onPlace={onPlace} />
              ))}
            </p>
          )}
        </div>
      ))}
    </section>
  );
}

function Place({ name, onPlace }: { name: string; onPlace: (name: string) => void }) {
  return (
    <button
      type="button"
      onClick={() => onPlace(name)}
      className="figures min-h-9 min-w-9 px-1 underline underline-offset-4 hover:bg-grain/50"
    >
      {name}
    </button>
  );
}

function Pairs({ mirror, onPlace }: { mirror: MirrorKnocks } & Pick<Props, 'onPlace'>) {
  if (mirror.pairs.length === 0) return null;
  return (
    <Fold title="Treble against bass, place by place" tone="soft">
      <table className="figures w-full text-note">
        <thead>
          <tr className="text-soft">
            <th className="text-left font-normal">places</th>
            <th className="text-right font-normal">brighter, %</th>
            <th className="text-right font-normal">rings, s</th>
            <th className="text-right font-normal">strongest, ¢</th>
          </tr>
        </thead>
        <tbody>
          {mirror.pairs.map(({ treble, bass, brightness, ring, strongest }) => (
            <tr key={treble} className="border-t border-grain">
              <td>
                <Place name={treble} onPlace={onPlace} />/<Place name={bass} onPlace={onPlace} />
              </td>
              <td className="text-right">{signed(100 * (brightness - 1))}</td>
              <td className="text-right">
                {ring === null ? '–' : `${ring < 0 ? '−' : '+'}${Math.abs(ring).toFixed(2)}`}
              </td>
              <td className="text-right">{signed(strongest)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Fold>
  );
}

type Handlers = Pick<Props, 'onPlace' | 'onPartial'>;

function Census({ picture, ...on }: { picture: KnockPicture } & Handlers) {
  const choice = usePreferences();
  const { classes, findings, counted } = picture.census;
  return (
    <section aria-label="Census of notes">
      <h3 className="text-soft">Census of notes</h3>
      <p>
        <span className="figures">{counted.length}</span> notes of <span className="figures">{classes.length}</span>{' '}
        different names: {classes.map((c) => className(c, choice)).join(' ')}
      </p>
      <ul className="space-y-1">
        {findings.map((finding) => (
          <li key={JSON.stringify(finding)} className="border-t border-grain pt-1">
            <Finding finding={finding} picture={picture} {...on} />
          </li>
        ))}
      </ul>
      {findings.length === 0 && <p>None repeat, beat or work against each other.</p>}
    </section>
  );
}

const TRIADS = { major: 'major', minor: 'minor', diminished: 'diminished', augmented: 'augmented' } as const;

function Finding({
  finding,
  picture,
  onPlace,
  onPartial,
}: { finding: CensusFinding; picture: KnockPicture } & Handlers) {
  const choice = usePreferences();
  const frequency = (p: number) => picture.map.partials[p]!.frequency;
  const note = (p: number): ReactNode => (
    <button
      key={p}
      type="button"
      onClick={() => onPartial(frequency(p))}
      className="figures min-h-9 px-0.5 underline underline-offset-4 hover:bg-grain/50"
    >
      {shortPitch(frequency(p), choice)}
    </button>
  );
  const at = (name: string, key: number): ReactNode => <Place key={`${name}${key}`} name={name} onPlace={onPlace} />;
  switch (finding.kind) {
    case 'beat':
      return (
        <>
          {finding.partials.map(note)} beat, <span className="figures">{finding.difference.toFixed(1)}</span> in a
          second: strongest at {finding.stations.map(at)}
        </>
      );
    case 'repeat':
      return (
        <>
          {className(finding.pitchClass, choice)} comes {finding.partials.length} times, at {finding.stations.map(at)}
        </>
      );
    case 'cancel':
      return (
        <>
          {finding.stations.map(at)} sing {note(finding.partial)} against each other: one goes up as the other goes
          down, {Math.round(100 * finding.share)} % as strong
        </>
      );
    case 'chord':
      return (
        <>
          All of it lies in {className(finding.root, choice)} {TRIADS[finding.triad]}.
        </>
      );
  }
}

/** All partials of the walk. */
function Notes({
  picture,
  change,
  onPartial,
}: { picture: KnockPicture; change: HearingChange | null } & Pick<Props, 'onPartial'>) {
  const choice = usePreferences();
  const { partials, stations } = picture.map;
  const moved = (frequency: number) => change?.moved.find(({ to }) => to === frequency);
  return (
    <section aria-label="Notes of this round">
      <table className="figures w-full text-note">
        <thead>
          <tr className="text-soft">
            <th className="text-left font-normal">{choice.pitch === 'none' ? 'Hz' : 'note'}</th>
            {choice.pitch === 'note' && <th className="text-right font-normal">Hz</th>}
            <th className="text-right font-normal">rings, s</th>
            <th className="text-right font-normal">places</th>
            {change && <th className="text-right font-normal">since, ¢</th>}
          </tr>
        </thead>
        <tbody>
          {partials.map(({ frequency, q, heard }) => (
            <tr
              key={frequency}
              className="cursor-pointer border-t border-grain hover:bg-grain/40"
              onClick={() => onPartial(frequency)}
            >
              <td className="py-1">{choice.pitch === 'none' ? frequency.toFixed(0) : longPitch(frequency, choice)}</td>
              {choice.pitch === 'note' && <td className="text-right">{frequency.toFixed(1)}</td>}
              <td className="text-right">{ringTime(q, frequency).toFixed(2)}</td>
              <td className="text-right">
                {heard}/{stations.length}
              </td>
              {change && <td className="text-right">{moved(frequency) ? signed(moved(frequency)!.cents) : 'new'}</td>}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
