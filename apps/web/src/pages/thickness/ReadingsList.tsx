import { formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { standingReadings } from '@nimble/core/survey';
import { format } from 'date-fns';
import type { SurveyReading } from '../../api/types';
import { Fold, TakeBack } from '../../ui';

interface Props {
  readings: readonly SurveyReading[];
  units: UnitChoice;
  onTakeBack: (reading: SurveyReading) => void;
}

/** Every reading of the survey that stands, newest first; any of them can be taken back, whenever it was made. */
export function ReadingsList({ readings, units, onTakeBack }: Props) {
  const standing = standingReadings(readings).reverse();
  if (standing.length === 0) return null;
  return (
    <Fold title={<>All {standing.length} readings</>} className="border-t border-grain">
      <ul className="max-h-80 overflow-auto">
        {standing.map((reading) => (
          <li key={reading.id} className="flex items-center justify-between gap-2 border-b border-grain">
            <span>
              <strong className="figures">{reading.station}</strong>{' '}
              <span className="figures">{inWords(formatThickness(reading.thickness, units))}</span>{' '}
              <span className="text-small text-soft">
                {reading.source === 'csv' ? 'from a file' : reading.person} ·{' '}
                {format(new Date(reading.at), 'd MMM, HH:mm')}
              </span>
            </span>
            <TakeBack what={`reading at ${reading.station}`} retracted={false} onTurn={() => onTakeBack(reading)} />
          </li>
        ))}
      </ul>
    </Fold>
  );
}
