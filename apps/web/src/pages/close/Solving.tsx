import { Progress } from '../../ui';

/** A second or two of solving, of which nobody knows how far it is. */
export function Solving({ words }: { words: string }) {
  return (
    <div role="status" className="space-y-2">
      <p className="text-soft">{words} …</p>
      <Progress share={null} label={words} />
    </div>
  );
}
