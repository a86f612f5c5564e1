/** What is typed into a terminal. */
export const Command = ({ children }: { children: string }) => (
  <span className="font-mono text-note whitespace-nowrap">{children}</span>
);
