import { Progress as Primitive } from 'radix-ui';

/** How far work is. @param share 0 … 1; null while nobody knows */
export function Progress({ share, label }: { share: number | null; label: string }) {
  const percent = share === null ? null : Math.round(100 * Math.min(1, Math.max(0, share)));
  return (
    <Primitive.Root
      value={percent}
      max={100}
      aria-label={label}
      className="h-3 w-full overflow-hidden rounded-full bg-grain"
    >
      <Primitive.Indicator
        className={`block h-full rounded-full bg-spruce transition-[width] ${percent === null ? 'w-1/3 animate-pulse' : ''}`}
        style={percent === null ? undefined : { width: `${percent}%` }}
      />
    </Primitive.Root>
  );
}
