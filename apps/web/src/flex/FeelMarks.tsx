import { Button, Option, SelectField } from '../ui';

/** A hand's marks, and what the outermost mean. */
const MARKS = Array.from({ length: 9 }, (_, i) => i + 1);
const markWords = (mark: number) => `${mark}${mark === 1 ? ' soft' : mark === 9 ? ' stiff' : ''}`;

interface FieldProps {
  label: string;
  /** What stands for no mark. */
  none: string;
  value: string;
  error?: string | null;
  onChoose: (value: string) => void;
}

/** One of the nine, or none. */
export function FeelField({ none, ...field }: FieldProps) {
  return (
    <SelectField {...field}>
      <Option value="">{none}</Option>
      {MARKS.map((mark) => (
        <Option key={mark} value={mark}>
          {markWords(mark)}
        </Option>
      ))}
    </SelectField>
  );
}

/** One tap is one mark. */
export function FeelKeys({ busy, onMark }: { busy: boolean; onMark: (mark: number) => void }) {
  return (
    <div role="group" aria-label="How it feels, from 1, soft, to 9, stiff" className="grid grid-cols-9 gap-1">
      {MARKS.map((mark) => (
        <Button
          key={mark}
          disabled={busy}
          aria-label={`Feels ${markWords(mark)}`}
          className="figures px-0"
          onClick={() => onMark(mark)}
        >
          {mark}
        </Button>
      ))}
    </div>
  );
}
