import type { ReactNode } from 'react';

export type PanelSectionProps = {
  /** Lines follow each other without a gap. */
  tight?: boolean;
  className?: string;
  children: ReactNode;
} & (
  | { heading: string; label?: string }
  /** Said to those who hear the page, where nothing needs to be written. */
  | { heading?: ReactNode; label: string }
);

/** One matter on a slip, under a thin line. */
export function PanelSection({ heading, label, tight = false, className = '', children }: PanelSectionProps) {
  return (
    <section
      aria-label={label ?? (heading as string)}
      className={`border-t border-grain pt-2 ${tight ? '' : 'space-y-2'} ${className}`}
    >
      {heading && <h3 className="font-bold">{heading}</h3>}
      {children}
    </section>
  );
}
