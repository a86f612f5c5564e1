import { Check } from 'lucide-react';
import { Checkbox as Primitive } from 'radix-ui';
import { useId } from 'react';

interface CheckFieldProps {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
  disabled?: boolean;
}

export function CheckField({ label, checked, onChange, disabled }: CheckFieldProps) {
  const id = useId();
  return (
    <div className="flex min-h-12 items-center gap-3">
      <Primitive.Root
        id={id}
        checked={checked}
        disabled={disabled}
        onCheckedChange={(next) => onChange(next === true)}
        className="flex size-6 shrink-0 items-center justify-center rounded border-2 border-line bg-slip disabled:opacity-45 data-[state=checked]:border-spruce data-[state=checked]:bg-spruce"
      >
        <Primitive.Indicator>
          <Check aria-hidden className="size-4 text-slip" strokeWidth={3} />
        </Primitive.Indicator>
      </Primitive.Root>
      <label htmlFor={id}>{label}</label>
    </div>
  );
}
