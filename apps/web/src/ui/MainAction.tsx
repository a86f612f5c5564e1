import type { ReactNode } from 'react';

/** What is to be done next, in sight at the foot of a slip however long it is. */
export function MainAction({ children }: { children: ReactNode }) {
  return <div className="sticky bottom-0 z-[5] -mx-5 bg-slip px-5 pt-1 pb-4 lg:-bottom-4 print:static">{children}</div>;
}
