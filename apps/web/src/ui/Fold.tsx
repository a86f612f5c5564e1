import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { useState, type ReactNode } from 'react';

const TONES = { soft: 'text-soft', plain: '', strong: 'font-bold' };

export interface FoldProps {
  title: ReactNode;
  /** Whether it opens by itself; followed where it changes. */
  opens?: boolean;
  onOpenChange?: (open: boolean) => void;
  tone?: keyof typeof TONES;
  className?: string;
  'data-rule'?: string;
  children: ReactNode;
}

/** What is looked at only by those who ask. Folded away it stays where it is: nothing typed in it is lost. */
export function Fold({ title, opens = false, onOpenChange, tone = 'plain', className, children, ...rest }: FoldProps) {
  const [open, setOpen] = useState(opens);
  const [followed, setFollowed] = useState(opens);
  if (followed !== opens) {
    setFollowed(opens);
    setOpen(opens);
  }
  const turn = (next: boolean) => {
    setOpen(next);
    onOpenChange?.(next);
  };
  return (
    <Collapsible.Root open={open} onOpenChange={turn} className={className} {...rest}>
      <Collapsible.Trigger className={`group flex min-h-11 w-full items-center gap-1 text-left ${TONES[tone]}`}>
        <ChevronRight
          aria-hidden
          className="size-4 shrink-0 text-soft group-data-[state=open]:rotate-90 motion-safe:transition-transform"
        />
        <span className="min-w-0 grow">{title}</span>
      </Collapsible.Trigger>
      <Collapsible.Content forceMount className="data-[state=closed]:hidden">
        {children}
      </Collapsible.Content>
    </Collapsible.Root>
  );
}
