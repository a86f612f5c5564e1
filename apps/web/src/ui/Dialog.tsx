import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface Props {
  title: string;
  description?: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
  wide?: boolean;
}

export function Dialog({ title, description, open, onClose, children, wide }: Props) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Radix.Content
          aria-describedby={description ? undefined : ''}
          className={`fixed top-1/2 left-1/2 z-50 max-h-[90vh] w-[94vw] -translate-x-1/2 -translate-y-1/2 overflow-auto border border-line bg-slip p-6 ${wide ? 'max-w-3xl' : 'max-w-lg'}`}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Radix.Title className="text-head font-bold">{title}</Radix.Title>
            <Radix.Close aria-label="Close" className="-m-2 grid size-12 shrink-0 place-items-center">
              <X aria-hidden size={22} />
            </Radix.Close>
          </div>
          {description && <Radix.Description className="mb-4 text-soft">{description}</Radix.Description>}
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
