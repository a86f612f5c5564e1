import { safeReductions, standingEvents, type VoicingBodies, type VoicingEvent } from '@nimble/core/voicing';
import type { BracingPlan } from '@nimble/core/bracing';
import type { UnitChoice } from '@nimble/core/units';
import { format } from 'date-fns';
import { Caution } from '../../ui/Row';
import { Button, CheckField, Fold, Option, PanelSection, SelectField, TakeBack, TextField } from '../../ui';
import { eventWords, REDUCTION_WORDS, REPAIR_WORDS } from '../../words/event-words';
import { useEntryForm } from '../../forms';
import { OwnShaving, type OwnShavingProps } from './OwnShaving';

interface Props extends OwnShavingProps {
  plan: BracingPlan;
  units: UnitChoice;
  events: readonly VoicingEvent[];
  onReduction: (reduction: string) => void;
  onRepair: (body: VoicingBodies['repair']) => void;
  onTurn: (id: string, retract: boolean) => void;
}

/** What was done to the plate: first the safe reductions, then each shaving, and what broke. */
export function RecordSlip(props: Props) {
  const { plan, events, onReduction, onRepair, onTurn, units } = props;
  const ticked = new Map(standingEvents(events, 'reduction').map(({ id, body }) => [body.reduction, id]));
  const safe = safeReductions(plan);
  const left = safe.filter(({ id }) => !ticked.has(id)).length;
  return (
    <div className="space-y-4 pt-1">
      <Fold
        title={<>First the safe reductions{left > 0 ? `: ${left} of ${safe.length} open` : ': all done'}</>}
        opens={left > 0 && !events.some(({ kind }) => kind === 'shaving')}
        tone="strong"
      >
        <p className="text-soft">Wood that takes no listening to take off. Tick what is done.</p>
        <ul>
          {safe.map(({ id, what, brace }) => {
            const event = ticked.get(id);
            return (
              <li key={id} className="border-t border-grain">
                <CheckField
                  label={`${REDUCTION_WORDS[what]}${brace ? `: ${brace.name}` : ''}`}
                  checked={event !== undefined}
                  onChange={() => (event === undefined ? onReduction(id) : onTurn(event, true))}
                />
              </li>
            );
          })}
        </ul>
      </Fold>
      <OwnShaving {...props} />
      <Repair plan={plan} onRepair={onRepair} />
      <PanelSection heading="What was done" tight>
        <ul>
          {[...events]
            .reverse()
            .filter(({ kind }) => kind !== 'reduction')
            .slice(0, 40)
            .map((event) => (
              <li key={event.id} className="flex items-center justify-between gap-2 border-t border-grain py-1">
                <span className={event.retracted ? 'text-soft line-through' : ''}>
                  {eventWords(event, plan, units)}
                  <span className="block text-small text-soft no-underline">
                    round {event.round}, {format(new Date(event.at), 'd MMM, HH:mm')}
                    {event.person && `, ${event.person}`}
                  </span>
                </span>
                <TakeBack
                  what={event.kind}
                  retracted={event.retracted}
                  onTurn={() => onTurn(event.id, !event.retracted)}
                />
              </li>
            ))}
        </ul>
        {events.length === 0 && <p className="text-soft">Nothing yet.</p>}
      </PanelSection>
    </div>
  );
}

const NOTHING_BROKE: VoicingBodies['repair'] = { brace: '', what: 'glued-back', note: '' };

function Repair({ plan, onRepair }: Pick<Props, 'plan' | 'onRepair'>) {
  const form = useEntryForm({
    blank: NOTHING_BROKE,
    read: ({ note, ...done }) => ({ ...done, note: note.trim() }),
    send: (done) => onRepair(done),
  });
  return (
    <Fold title="Something broke or let go" tone="strong">
      <form className="space-y-2" onSubmit={form.submit}>
        <SelectField label="Which brace" {...form.choice('brace')}>
          <Option value="">choose</Option>
          {plan.braces.map(({ id, name }) => (
            <Option key={id} value={id}>
              {name}
            </Option>
          ))}
        </SelectField>
        <SelectField label="What was done about it" {...form.choice('what')}>
          {Object.entries(REPAIR_WORDS).map(([key, words]) => (
            <Option key={key} value={key}>
              {words}
            </Option>
          ))}
        </SelectField>
        <TextField label="In your own words" maxLength={400} {...form.text('note')} />
        <Button type="submit" disabled={form.draft.brace === ''}>
          Record the repair
        </Button>
        <Caution>
          Let the glue cure before anything is bent or knocked again; follow its maker’s sheet, and wear gloves for what
          irritates.
        </Caution>
      </form>
    </Fold>
  );
}
