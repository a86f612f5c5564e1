import { useAway } from '../api/away';

/** Beside a verdict or a forecast that this device made of what it saw last, since the server can’t be reached. */
export function DevicesOwn() {
  if (useAway() === null) return null;
  return (
    <span className="ml-2 rounded-sm border border-brass px-1 align-middle text-note font-normal text-soft">
      by this device
    </span>
  );
}
