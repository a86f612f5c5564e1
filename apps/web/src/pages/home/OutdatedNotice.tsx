/** Two pages changed the same of a build: nothing is lost, the person says which holds. */
import type { Build } from '../../api/types';
import { buildFieldWords } from '../../words/build-field-words';
import { Button } from '../../ui';

interface Props {
  theirs: Build;
  /** What both changed. */
  fields: readonly string[];
  onMine: () => void;
  onTheirs: () => void;
}

export function OutdatedNotice({ theirs, fields, onMine, onTheirs }: Props) {
  return (
    <section role="alert" className="border border-brass bg-brass/15 p-3">
      <h2 className="font-bold">It was changed meanwhile</h2>
      <p>
        Another page changed the same of this build. Yours is still here, nothing of it was kept yet. There it is now:
      </p>
      <ul className="my-1">
        {fields.map((field) => (
          <li key={field}>{buildFieldWords(field, theirs)}</li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Button onClick={onMine}>Keep mine</Button>
        <Button onClick={onTheirs}>Take theirs</Button>
      </div>
    </section>
  );
}
