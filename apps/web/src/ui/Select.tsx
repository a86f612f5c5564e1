import { Check, ChevronDown } from 'lucide-react';
import { Select as Primitive } from 'radix-ui';
import type { ReactNode } from 'react';

export interface SelectProps {
  value: string | number;
  onChoose: (value: string) => void;
  /** One `Option` each. */
  children: ReactNode;
  id?: string;
  disabled?: boolean;
  className?: string;
  'aria-label'?: string;
  'aria-invalid'?: boolean;
  'aria-describedby'?: string;
}

/** The primitive keeps the empty value for "nothing chosen"; here it is a choice like any other. */
const EMPTY = '—';
const inside = (value: string | number) => (value === '' ? EMPTY : String(value));

/** One of a few. */
export function Select({ value, onChoose, children, disabled, className = '', ...trigger }: SelectProps) {
  return (
    <Primitive.Root
      value={inside(value)}
      disabled={disabled}
      onValueChange={(chosen) => onChoose(chosen === EMPTY ? '' : chosen)}
    >
      <Primitive.Trigger
        className={`flex min-h-12 min-w-0 items-center justify-between gap-2 rounded-md border border-line bg-slip px-3 text-left disabled:opacity-45 ${className}`}
        {...trigger}
      >
        <span className="min-w-0 truncate">
          <Primitive.Value />
        </span>
        <Primitive.Icon asChild>
          <ChevronDown aria-hidden className="size-4 shrink-0 text-soft" />
        </Primitive.Icon>
      </Primitive.Trigger>
      <Primitive.Portal>
        <Primitive.Content
          position="popper"
          sideOffset={2}
          className="z-[70] max-h-(--radix-select-content-available-height) min-w-(--radix-select-trigger-width) overflow-hidden rounded-md border border-line bg-slip shadow-lg"
        >
          <Primitive.Viewport className="p-1">{children}</Primitive.Viewport>
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}

export function Option({
  value,
  disabled,
  children,
}: {
  value: string | number;
  disabled?: boolean;
  children: ReactNode;
}) {
  return (
    <Primitive.Item
      value={inside(value)}
      disabled={disabled}
      data-value={value}
      className="relative flex min-h-12 cursor-pointer items-center rounded-sm pr-3 pl-8 outline-none data-[disabled]:opacity-45 data-[highlighted]:bg-grain/60"
    >
      <Primitive.ItemIndicator className="absolute left-2">
        <Check aria-hidden className="size-4" />
      </Primitive.ItemIndicator>
      <Primitive.ItemText>{children}</Primitive.ItemText>
    </Primitive.Item>
  );
}
