import { Tabs } from 'radix-ui';

interface TextTabsProps<K extends string> {
  label: string;
  tabs: readonly (readonly [K, string])[];
  open: K;
  onOpen: (tab: K) => void;
  /** Tabs that lead nowhere yet. */
  disabled?: (tab: K) => boolean;
  /** They stand in a row that scrolls. */
  oneRow?: boolean;
}

/** What a drawing shows: words in a row, the open one underlined. */
export function TextTabs<K extends string>({ label, tabs, open, onOpen, disabled, oneRow = false }: TextTabsProps<K>) {
  return (
    <Tabs.Root value={open} onValueChange={(tab) => onOpen(tab as K)} activationMode="manual">
      <Tabs.List aria-label={label} className={`no-print flex ${oneRow ? '' : 'flex-wrap'}`}>
        {tabs.map(([key, words]) => (
          <Tabs.Trigger
            key={key}
            value={key}
            disabled={disabled?.(key)}
            aria-controls={undefined}
            className={`min-h-12 px-3 whitespace-nowrap disabled:opacity-45 ${open === key ? 'font-bold underline decoration-2 underline-offset-[10px]' : 'text-soft'}`}
          >
            {words}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
    </Tabs.Root>
  );
}

/** The pages of a slip, along its upper edge. */
export function SlipPages<K extends string>({
  tabs,
  open,
  onOpen,
}: Pick<TextTabsProps<K>, 'tabs' | 'open' | 'onOpen'>) {
  return (
    <nav
      aria-label="Slip pages"
      className="no-print sticky top-0 z-10 mb-1 flex lg:-top-1 border-b border-grain bg-slip"
    >
      {tabs.map(([key, words]) => (
        <button
          key={key}
          type="button"
          aria-current={open === key ? 'page' : undefined}
          onClick={() => onOpen(key)}
          className={`min-h-12 flex-auto px-1 whitespace-nowrap ${open === key ? 'border-b-[3px] border-spruce font-bold' : 'text-soft'}`}
        >
          {words}
        </button>
      ))}
    </nav>
  );
}
