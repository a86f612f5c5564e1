import { Button, SelectField, Option } from '../../ui';
import type { Walk } from './use-walk';

/** Which walk is shown, and a new one after the next shaving. */
export function RoundPicker({ walk, onRound }: { walk: Walk; onRound: (round: number) => void }) {
  const rounds = [...new Set([...walk.rounds, walk.round])].sort((a, b) => a - b);
  const next = (rounds.at(-1) ?? 0) + 1;
  return (
    <div className="flex items-end gap-2">
      <div className="min-w-0 flex-1">
        <SelectField label="Round" value={walk.round} onChoose={(chosen) => onRound(Number(chosen))}>
          {rounds.map((round) => (
            <Option key={round} value={round}>
              {round}
            </Option>
          ))}
        </SelectField>
      </div>
      {walk.ofRound.length > 0 && <Button onClick={() => onRound(next)}>Start round {next}</Button>}
    </div>
  );
}
