import type { BarStrokes, Shaving, UnitChoice } from '@nimble/core';
import { formatPlanLength, formatThickness, halfInterval, inWords } from '@nimble/core';
import { Button } from '../../ui';
import { signed } from '../../sound/pitch-words';
import type { BarPair } from './bar-pairs';

interface Props {
  pairs: readonly BarPair[];
  strokes: BarStrokes | null;
  /** Where each is planed, from its first end [m]. */
  stretches: readonly (readonly [number, number])[];
  units: UnitChoice;
  onShaved: (shavings: Shaving[], said: string) => void;
}

/** Bars tuned together: how much off each, and what planing one does to the other. */
export function BarsTuning({ pairs, strokes, stretches, units, onShaved }: Props) {
  if (!strokes) return null;
  const off = strokes.depths.flatMap((depth, i) => (depth > 0 ? [{ depth, pair: pairs[i]!, along: stretches[i]! }] : []));
  const words = (depth: number) => inWords(formatThickness(depth, units));
  const place = (s: number) => inWords(formatPlanLength(s, units));
  return (
    <section aria-label="Bars together" className="space-y-1 border-t border-grain pt-2">
      <h2 className="font-bold">Bars together</h2>
      {strokes.done ? (
        <p className="font-medium text-spruce">Both stand at their notes, within a few cents. Take nothing more off the bars.</p>
      ) : off.length === 0 ? (
        <p>No planing brings them nearer: a bar lies under its note, or is as low as it may be.</p>
      ) : (
        <>
          {off.map(({ depth, pair, along: [from, to] }) => (
            <p key={pair.name} className="text-[1.1rem]">Take <b className="figures text-ember-ink">{words(depth)}</b> off the {pair.name}, from {place(from)} to {place(to)} along it</p>
          ))}
          <Button className="w-full" onClick={() => onShaved(off.map(({ depth, pair, along: [from, to] }) => ({ place: { kind: 'brace', id: pair.braceId, from, to }, depth })), off.map(({ depth, pair }) => `${pair.name} ${words(depth)}`).join('; ').slice(0, 80))}>
            I planed the bars so
          </Button>
        </>
      )}
      <table className="figures w-full text-[0.95rem]">
        <thead>
          <tr className="text-soft">
            <th className="text-left font-normal">{words(1e-4)} off</th>
            {pairs.map(({ name }) => <th key={name} className="text-right font-normal">{name}, ¢</th>)}
          </tr>
        </thead>
        <tbody>
          {pairs.map(({ name }, j) => (
            <tr key={name} className="border-t border-grain">
              <td className="py-1 font-sans">{name}</td>
              {pairs.map(({ name: other }, i) => <td key={other} className="text-right">{signed(strokes.perTenth[i]![j]!)}</td>)}
            </tr>
          ))}
          <tr className="border-t border-grain">
            <td className="py-1 font-sans">sure within</td>
            {strokes.forecast.map((one, i) => <td key={i} className="text-right">±{halfInterval(one).toFixed(0)}</td>)}
          </tr>
        </tbody>
      </table>
      <p className="text-[0.95rem] text-soft">Planing one moves the other too: first as the model says, then as your own strokes on this top did.</p>
    </section>
  );
} // prettier-ignore
