import type { ReactNode } from 'react';
import { Link } from 'react-router';

/** A named figure of a slip. */
export function Row({ name, value, hint }: { name: ReactNode; value: ReactNode; hint?: string | null }) {
  return (
    <div className="flex items-baseline justify-between gap-2 border-t border-grain py-1">
      <dt>{name}</dt>
      <dd className="figures text-right text-note">
        {value}
        {hint && <span className="block font-sans text-soft">{hint}</span>}
      </dd>
    </div>
  );
}

export function Caution({ children }: { children: ReactNode }) {
  return <p className="border-l-2 border-brass pl-3 text-note text-soft">{children}</p>;
}

/** To the top as one model, from every page where wood is drawn or taken off. */
export function ToWholeTop({ buildId, slip }: { buildId: string; slip?: string }) {
  return (
    <Link
      to={`/builds/${buildId}/top${slip ? `?slip=${slip}` : ''}`}
      className="no-print flex min-h-12 items-center px-2 underline underline-offset-4"
    >
      Whole top
    </Link>
  );
}
