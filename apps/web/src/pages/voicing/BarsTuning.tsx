import type { BarStrokes, Shaving } from '@nimble/core/voicing';
import { type UnitChoice, formatPlanLength, formatThickness, inWords } from '@nimble/core/units';
import { halfInterval } from '@nimble/core/base';
import { Button, PanelSection } from '../../ui';
import type { BarAdvice, BarPair } from '@nimble/core/voicing';

interface Props {
  pairs: readonly BarPair[];
  strokes: BarAdvice | null;
  /** Where each is planed, from its first end [m]. */
  stretches: readonly (readonly [number, number])[];
  units: UnitChoice;
  onShaved: (shavings: Shaving[], said: string) => void;
}

const tenths = (cents: number) => `${cents < 0 ? '−' : '+'}${Math.abs(cents).toFixed(1)}`;

function overWords({ bars, interval }: BarStrokes['over'], pairs: readonly BarPair[]): string[] {
  const cents = (value: number) => `${Math.abs(value).toFixed(0)} ¢`;
  const own = bars.flatMap((over, i) =>
    over === null ? [] : [`${pairs[i]!.name}: ${cents(over)} ${over > 0 ? 'over' : 'under'} its note`],
  );
  return interval === null ? own : [...own, `Interval: ${cents(interval)} too ${interval > 0 ? 'wide' : 'narrow'}`];
}

/** Bars tuned together: how much off each, and what planing one does to the other. */
export function BarsTuning({ pairs, strokes, stretches, units, onShaved }: Props) {
  if (!strokes) return null;
  if (strokes === 'hear-again')
    return (
      <PanelSection heading="Bars together">
        <p className="border-l-4 border-brass bg-brass/10 px-3 py-1">
          A bar was planed since they were heard: knock over each of them again under Listen, Bars, before more comes
          off.
        </p>
      </PanelSection>
    );
  const off = strokes.depths.flatMap((depth, i) =>
    depth > 0 ? [{ depth, pair: pairs[i]!, along: stretches[i]! }] : [],
  );
  const words = (depth: number) => inWords(formatThickness(depth, units));
  const place = (s: number) => inWords(formatPlanLength(s, units));
  return (
    <PanelSection heading="Bars together">
      {overWords(strokes.over, pairs).map((words) => (
        <p key={words} className="figures">
          {words}
        </p>
      ))}
      {strokes.done ? (
        <p className="font-medium text-spruce">
          Both stand at their notes, within a few cents. Take nothing more off the bars.
        </p>
      ) : off.length === 0 ? (
        <p>No planing brings them nearer: a bar lies under its note, or is as low as it may be.</p>
      ) : (
        <>
          {off.map(({ depth, pair, along: [from, to] }) => (
            <p key={pair.name} className="text-lead">
              Take <b className="figures text-ember-ink">{words(depth)}</b> off the {pair.name}, from {place(from)} to{' '}
              {place(to)} along it
            </p>
          ))}
          <Button
            className="w-full"
            onClick={() =>
              onShaved(
                off.map(({ depth, pair, along: [from, to] }) => ({
                  place: { kind: 'brace', id: pair.braceId, from, to },
                  depth,
                })),
                off
                  .map(({ depth, pair }) => `${pair.name} ${words(depth)}`)
                  .join('; ')
                  .slice(0, 80),
              )
            }
          >
            I planed the bars so
          </Button>
        </>
      )}
      <table className="figures w-full text-note">
        <thead>
          <tr className="text-soft">
            <th className="text-left font-normal">{words(1e-4)} off</th>
            {pairs.map(({ name }) => (
              <th key={name} className="text-right font-normal">
                {name}, ¢
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {pairs.map(({ name }, j) => (
            <tr key={name} className="border-t border-grain">
              <td className="py-1 font-sans">{name}</td>
              {pairs.map(({ name: other }, i) => (
                <td key={other} className="text-right">
                  {tenths(strokes.perTenth[i]![j]!)}
                </td>
              ))}
            </tr>
          ))}
          <tr className="border-t border-grain">
            <td className="py-1 font-sans">sure within</td>
            {strokes.forecast.map((one, i) => (
              <td key={i} className="text-right">
                ±{halfInterval(one).toFixed(0)}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      <p className="text-note text-soft">
        Planing one moves the other too: first as the model says, then as your own strokes on this top did.
      </p>
    </PanelSection>
  );
}
