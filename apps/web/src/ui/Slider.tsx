import { Slider as Primitive } from 'radix-ui';

interface SliderProps {
  label: string;
  value: number;
  least: number;
  most: number;
  step: number;
  /** The value with its unit. */
  words: (value: number) => string;
  onChange: (value: number) => void;
}

/** Steps are counted as whole numbers, so that none is lost to rounding. */
export function Slider({ label, value, least, most, step, words, onChange }: SliderProps) {
  return (
    <div>
      <div className="flex justify-between">
        <span>{label}</span>
        <span className="figures">{words(value)}</span>
      </div>
      <Primitive.Root
        className="relative flex h-12 w-full touch-none items-center"
        min={Math.round(least / step)}
        max={Math.round(most / step)}
        step={1}
        value={[Math.round(value / step)]}
        onValueChange={([steps]) => onChange(steps! * step)}
      >
        <Primitive.Track className="relative h-2 grow rounded-full bg-grain">
          <Primitive.Range className="absolute h-full rounded-full bg-spruce" />
        </Primitive.Track>
        <Primitive.Thumb
          aria-label={label}
          aria-valuetext={words(value)}
          className="block size-7 rounded-full border-2 border-slip bg-spruce shadow"
        />
      </Primitive.Root>
    </div>
  );
}
