import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

interface MenuProps {
  trigger: ReactNode;
  label: string;
  children: ReactNode;
  className?: string;
}

export function Menu({ trigger, label, children, className = '' }: MenuProps) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={label}
        className={`inline-flex min-h-12 items-center gap-1 rounded-md px-2 hover:bg-grain/50 ${className}`}
      >
        {trigger}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className="z-50 min-w-52 border border-line bg-slip p-1">
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

export function MenuItem({
  onSelect,
  children,
  marked,
}: {
  onSelect: () => void;
  children: ReactNode;
  marked?: boolean;
}) {
  return (
    <DropdownMenu.Item
      onSelect={onSelect}
      className="flex min-h-12 cursor-pointer items-center gap-3 px-3 outline-none data-[highlighted]:bg-grain/60"
    >
      {marked !== undefined && (
        <span aria-hidden className="w-4">
          {marked ? '✓' : ''}
        </span>
      )}
      {children}
    </DropdownMenu.Item>
  );
}

export function MenuHeading({ children }: { children: ReactNode }) {
  return <DropdownMenu.Label className="px-3 pt-2 pb-1 text-note text-soft">{children}</DropdownMenu.Label>;
}
