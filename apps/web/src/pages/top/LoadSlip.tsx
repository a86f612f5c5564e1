import { formatThickness, type UnitChoice } from '@nimble/core/units';
import { TEST_FORCE, type Reserve } from '@nimble/core/top';
import { Caution, Row } from '../../ui/Row';
import type { TopFigures } from '../../compute/top-computer';

interface Props {
  figures: TopFigures;
  units: UnitChoice;
}

const PART_WORDS = {
  'plate-along': 'the plate, along its grain',
  'plate-across': 'the plate, pulled across its grain',
};
const VERDICT_WORDS: Record<Reserve['verdict'], string> = {
  holds: 'Holds its strings for years, as far as a model can say.',
  'little-left': 'Little is left: leave wood where the stress is.',
  'too-light': 'Too light: it may sink or split under its strings within years.',
};

const degrees = (radians: number) => ((radians * 180) / Math.PI).toFixed(2);
const MEGA = 1e6;

/** What the strings and a weight do to the top, and whether it bears it for years. */
export function LoadSlip({ figures: { weight, strings }, units }: Props) {
  if (!weight || !strings)
    return <p className="pt-2">A top that is free in the hand holds no load: choose another way to hold it.</p>;
  const length = (metres: number) => {
    const { figure, symbol } = formatThickness(metres, units);
    return `${figure} ${symbol}`;
  };
  const { reserve } = strings;
  const where = reserve.weakest.part === 'brace' ? reserve.weakest.name : PART_WORDS[reserve.weakest.part];
  return (
    <div className="space-y-3 pt-1">
      <section aria-label="Under the strings">
        {strings.turns ? (
          <>
            <p className="figures text-great leading-none font-medium">{degrees(strings.movement)}°</p>
            <p className="text-soft">the bridge turns forward under the strings</p>
          </>
        ) : (
          <>
            <p className="figures text-great leading-none font-medium">{length(strings.movement)}</p>
            <p className="text-soft">the bridge sinks under the strings</p>
          </>
        )}
      </section>
      <dl>
        <Row name="most in, before the bridge" value={length(strings.sink)} />
        <Row name="most out, behind it" value={length(strings.rise)} />
        {strings.neckTurn !== null && (
          <Row
            name="the neck’s block turns"
            value={`${degrees(strings.neckTurn)}°`}
            hint="under a quarter of the neck’s pull: sides and back are taken to bear the rest"
          />
        )}
        <Row
          name={`sinks under ${TEST_FORCE} N there`}
          value={length(weight.sink)}
          hint={`${(TEST_FORCE / weight.sink / 1000).toFixed(0)} N/mm`}
        />
        <Row
          name="works across the grain"
          value={`${across(weight.energy)} ×`}
          hint="as much as along it, under that weight"
        />
        <Row
          name="reserve for ten years"
          value={`${reserve.factor.toFixed(1)} ×`}
          hint={`nine of ten between ${reserve.low.toFixed(1)} and ${reserve.high.toFixed(1)}; weakest: ${where}`}
        />
        <Row
          name="stress there"
          value={`${(reserve.stress / MEGA).toFixed(1)} MPa`}
          hint={`${(reserve.allowed / MEGA).toFixed(1)} MPa is what such wood bears for so long`}
        />
      </dl>
      <p className={`font-medium ${reserve.verdict === 'holds' ? '' : 'text-ember-ink'}`}>
        {VERDICT_WORDS[reserve.verdict]}
      </p>
      <Caution>
        An estimate of the fresh top on the day it is strung: wood goes on giving for months, a crack or a loose brace
        changes everything. Not a guarantee; when in doubt leave more wood or ask a colleague. Wear eye protection when
        you string up.
      </Caution>
    </div>
  );
}

const across = ({ along, across: cross }: { along: number; across: number }) =>
  along > 0 ? (cross / along).toFixed(2) : '-';
