import type { HearingChange, PlaceSet } from '@nimble/core/knock-map';
import type { useKnockWrites } from '../../api/knocks';
import { setPreferences, usePreferences } from '../../ui/preferences';
import { EarPanel } from '../../listening/EarPanel';
import { KnockFigures } from '../../listening/KnockFigures';
import type { KnockListener } from '../../listening/use-knock-listener';
import { Button, CheckField, Option, PanelSection, SelectField } from '../../ui';
import { ChangeList } from './ChangeWords';
import { KnockRow } from './KnockRow';
import { RoundPicker } from './RoundPicker';
import type { Walk } from './use-walk';
import type { LastHeard } from './last-heard';

interface Props {
  ear: KnockListener;
  last: LastHeard | null;
  walk: Walk;
  keep: ReturnType<typeof useKnockWrites>;
  hold: { x: number; y: number } | null;
  marking: boolean;
  change: HearingChange | null;
  onMarking: (marking: boolean) => void;
  onHold: (hold: null) => void;
  onUndo: () => void;
  onRound: (round: number) => void;
}

const SETS: readonly (readonly [PlaceSet, string])[] = [
  ['few', 'few: a quick walk round'],
  ['many', 'many: for shapes'],
  ['survey', 'the survey’s stations'],
];

/** The walk round: the lit place, the knock that was just heard there, and what changed since the walk before. */
export function MapSlip({ ear, last, walk, keep, hold, marking, change, onMarking, onHold, onUndo, onRound }: Props) {
  const choice = usePreferences();
  const { speech } = choice;
  const done = walk.places.filter(({ name }) => walk.struck.has(name)).length;
  return (
    <div className="space-y-3 pt-1">
      <div className="flex items-end justify-between gap-2">
        <div>
          <p className="text-soft">{walk.lit ? 'Knock at' : 'All places are knocked'}</p>
          <p data-testid="lit-place" className="figures text-great leading-none font-medium">
            {walk.lit?.name ?? '✓'}
          </p>
        </div>
        <p className="figures pb-1 text-soft">
          {done} of {walk.places.length}
        </p>
      </div>
      <EarPanel ear={ear} />
      {last && <JustHeard last={last} walk={walk} onUndo={onUndo} />}
      <Here walk={walk} keep={keep} />
      {change && walk.before !== null && (
        <PanelSection heading={<>Since round {walk.before}</>} label="Since the round before" tight>
          <ChangeList change={change} choice={choice} />
        </PanelSection>
      )}
      <PanelSection label="This walk">
        <RoundPicker walk={walk} onRound={onRound} />
        <SelectField
          label="Places"
          hint={walk.begun ? 'This walk keeps its places; a new round may use others.' : undefined}
          disabled={walk.begun}
          value={walk.set ?? ''}
          onChoose={(chosen) => walk.setSet(chosen as PlaceSet)}
        >
          {walk.set === null && <Option value="">its own</Option>}
          {SETS.map(([key, words]) => (
            <Option key={key} value={key}>
              {words}
            </Option>
          ))}
        </SelectField>
        <CheckField
          label="Say the next place aloud"
          checked={speech}
          onChange={(on) => setPreferences({ speech: on })}
        />
        {marking ? (
          <p className="border-l-4 border-brass bg-brass/10 px-3 py-2">Touch the plate where you hold it.</p>
        ) : (
          <div className="flex flex-wrap gap-2">
            <Button onClick={() => onMarking(true)}>{hold ? 'Hold it elsewhere' : 'Mark where I hold'}</Button>
            {hold && (
              <Button kind="quiet" onClick={() => onHold(null)}>
                Let go
              </Button>
            )}
          </div>
        )}
        <p className="text-note text-soft">
          Leave the microphone where it is all the way round: then shapes keep their signs. Hold the plate at the same
          place.
        </p>
      </PanelSection>
    </div>
  );
}

interface JustHeardProps {
  last: LastHeard;
  walk: Walk;
  onUndo: () => void;
}

/** Against the last one at the same place. */
function JustHeard({ last, walk, onUndo }: JustHeardProps) {
  const { kept, heard } = last;
  const at = kept?.place.name;
  const before = at ? walk.ofRound.filter(({ place, id }) => place.name === at && id !== kept.id).at(-1) : undefined;
  return (
    <section aria-label="Just heard">
      {kept && <h3 className="text-soft">Heard{at ? ` at ${at}` : ''}</h3>}
      <KnockFigures heard={heard.analysis} before={before?.analysis ?? null} />
      {kept ? (
        <Button kind="quiet" onClick={onUndo}>
          Take it back, knock again
        </Button>
      ) : (
        <p className="font-medium text-ember-ink">Not kept: knock again.</p>
      )}
    </section>
  );
}

/** All knocks of this round at the lit place, those left out of its average with the reason. */
function Here({ walk, keep }: Pick<Props, 'walk' | 'keep'>) {
  const here = walk.ofRound.filter(({ place }) => place.name === walk.lit?.name);
  if (here.length === 0) return null;
  const station = walk.picture?.map.stations.find(({ name }) => name === walk.lit?.name);
  const reason = (id: string) => station?.leftOut.find((out) => out.id === id)?.reason;
  return (
    <PanelSection
      heading={
        <>
          {here.length === 1 ? 'One knock' : `${here.length} knocks`} at {walk.lit?.name} in this round
        </>
      }
      label="Knocks at this place"
      tight
    >
      <ul>
        {here.map((knock) => (
          <KnockRow key={knock.id} knock={knock} keep={keep} leftOut={reason(knock.id)} />
        ))}
      </ul>
    </PanelSection>
  );
}
