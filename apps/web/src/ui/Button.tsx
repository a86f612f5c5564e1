import type { ButtonHTMLAttributes } from 'react';

type Kind = 'main' | 'plain' | 'quiet';

const LOOK: Record<Kind, string> = {
  main: 'bg-spruce text-on-spruce font-medium hover:brightness-110',
  plain: 'border border-line bg-slip hover:border-ink',
  quiet: 'hover:bg-grain/50 underline-offset-4',
};

/** Never smaller than a dusty thumb: 48 px high. */
export function Button({
  kind = 'plain',
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { kind?: Kind }) {
  return (
    <button
      type="button"
      className={`inline-flex min-h-12 items-center justify-center gap-2 rounded-md px-4 text-base disabled:cursor-default disabled:opacity-50 ${LOOK[kind]} ${className}`}
      {...rest}
    />
  );
}
