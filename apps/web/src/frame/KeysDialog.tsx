import { Dialog } from '../ui';
import { useAllShortcuts } from '../ui/shortcuts';

const NAMES: Record<string, string> = { ' ': 'Space', ArrowLeft: '←', ArrowRight: '→', ArrowUp: '↑', ArrowDown: '↓' };

export function KeysDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const shortcuts = useAllShortcuts();
  const shown = [...new Map(shortcuts.map((s) => [s.key, s])).values()].filter(({ unlisted }) => !unlisted);
  return (
    <Dialog
      title="Keys"
      description="What works on this page. In an empty reading field they work too."
      open={open}
      onClose={onClose}
    >
      <dl className="grid grid-cols-[auto_1fr] items-center gap-x-5 gap-y-2">
        {shown.map(({ key, shown: as, label }) => (
          <div key={key} className="contents">
            <dt>
              <kbd className="figures inline-block min-w-10 rounded-md border border-line px-2 py-1 text-center">
                {as ?? NAMES[key] ?? key.toUpperCase()}
              </kbd>
            </dt>
            <dd>{label}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
