import { useId, type InputHTMLAttributes, type ReactNode, type Ref } from 'react';
import { Select, type SelectProps } from './Select';

interface Frame {
  label: string;
  /** What is wrong and what to do; shown at the field. */
  error?: string | null;
  hint?: string;
  suffix?: string;
}

function FieldFrame({ label, error, hint, suffix, id, children }: Frame & { id: string; children: ReactNode }) {
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="mb-0.5 block text-soft">
        {label}
      </label>
      <div className="flex items-center gap-2">
        {children}
        {suffix && <span className="shrink-0 text-soft">{suffix}</span>}
      </div>
      {hint && !error && <p className="mt-0.5 text-note text-soft">{hint}</p>}
      {error && (
        <p id={`${id}-error`} role="alert" className="mt-0.5 text-note font-medium text-ember-ink">
          {error}
        </p>
      )}
    </div>
  );
}

const BOX = 'min-h-12 w-full min-w-0 rounded-md border bg-slip px-3';

export function TextField({
  label,
  error,
  hint,
  suffix,
  className = '',
  ref,
  ...rest
}: Frame & InputHTMLAttributes<HTMLInputElement> & { ref?: Ref<HTMLInputElement> }) {
  const id = useId();
  return (
    <FieldFrame {...{ label, error, hint, suffix, id }}>
      <input
        id={id}
        ref={ref}
        autoComplete="off"
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-error` : undefined}
        className={`${BOX} ${error ? 'border-ember' : 'border-line'} ${className}`}
        {...rest}
      />
    </FieldFrame>
  );
}

export function SelectField({
  label,
  error,
  hint,
  children,
  ...select
}: Pick<Frame, 'label' | 'error' | 'hint'> & Omit<SelectProps, 'id' | 'className'>) {
  const id = useId();
  return (
    <FieldFrame {...{ label, error, hint, id }}>
      <Select
        id={id}
        className={`w-full ${error ? 'border-ember' : ''}`}
        aria-invalid={error ? true : undefined}
        aria-describedby={error ? `${id}-error` : undefined}
        {...select}
      >
        {children}
      </Select>
    </FieldFrame>
  );
}
