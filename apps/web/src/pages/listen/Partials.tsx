interface PartialsProps {
  labels: readonly string[];
  names: readonly string[];
  shown: number;
  few: boolean;
  onPick: (partial: number) => void;
}

/** Which partial's shape is drawn. */
export function Partials({ labels, names, shown, few, onPick }: PartialsProps) {
  if (labels.length === 0) return <p className="text-soft">Shapes come from knocks at five places or more.</p>;
  return (
    <div className="flex flex-wrap items-center gap-1">
      {labels.map((label, p) => (
        <button
          key={names[p]}
          type="button"
          aria-pressed={p === shown}
          aria-label={`Shape at ${names[p]}`}
          title={names[p]}
          onClick={() => onPick(p)}
          className={`figures min-h-11 min-w-12 border px-2 ${p === shown ? 'border-spruce bg-spruce text-on-spruce' : 'border-line bg-slip'}`}
        >
          {label}
        </button>
      ))}
      <span className="pl-2 text-soft">
        {few
          ? 'Knock at five places or more for shapes.'
          : `${names[shown]}: up is warm, down is blue, still along the dashes`}
      </span>
    </div>
  );
}
