import {
  formatMass,
  formatQuantity,
  formatThickness,
  formatVolume,
  inWords,
  type UnitChoice,
} from '@nimble/core/units';
import type { Survey } from '../../api/types';
import { setPreferences, usePreferences } from '../../ui/preferences';
import { TextTabs, Select, Option } from '../../ui';
import type { MapView, PlatePicture } from '../../plate/pictures';

export const VIEWS: readonly [MapView, string][] = [
  ['thickness', 'Thickness'],
  ['deviation', 'Over or under'],
  ['mirror', 'Left against right'],
  ['removed', 'What came off'],
];

interface Props {
  view: MapView;
  onView: (view: MapView) => void;
  others: readonly Survey[];
  against: Survey | null;
  onAgainst: (surveyId: string) => void;
}

/** What the map shows, and how much is written on the plate. */
export function MapTabs({ view, onView, others, against, onAgainst }: Props) {
  const { numbers } = usePreferences();
  return (
    <div className="no-print flex items-center gap-x-1 overflow-x-auto px-4 pt-2 [scrollbar-width:none] lg:flex-wrap lg:px-6">
      <TextTabs
        label="What the map shows"
        tabs={VIEWS}
        open={view}
        onOpen={onView}
        oneRow
        disabled={(key) => key === 'removed' && others.length === 0}
      />
      {view === 'removed' && against && (
        <label className="flex items-center gap-2 text-soft">
          since
          <Select className="text-ink" value={against.id} onChoose={onAgainst}>
            {others.map(({ id, number }) => (
              <Option key={id} value={id}>
                survey {number}
              </Option>
            ))}
          </Select>
        </label>
      )}
      <label className="ml-auto flex shrink-0 items-center gap-2 text-soft">
        Figures
        <Select
          className="text-ink"
          value={numbers}
          onChoose={(chosen) => setPreferences({ numbers: chosen as typeof numbers })}
        >
          <Option value="all">all</Option>
          <Option value="depth">with depth to take</Option>
          <Option value="out-of-band">out of band</Option>
          <Option value="none">none</Option>
        </Select>
      </label>
    </div>
  );
}

/** What came off, by the calipers and by the scale, in one line under the map. */
export function RemovedWords({
  removed,
  against,
  survey,
  units,
}: {
  removed: NonNullable<PlatePicture['removed']>;
  against: Survey;
  survey: Survey;
  units: UnitChoice;
}) {
  const weighed = survey.mass !== null && against.mass !== null;
  return (
    <p>
      Since survey {against.number}: <span className="figures">{inWords(formatThickness(removed.mean, units))}</span> on
      average, <span className="figures">{inWords(formatVolume(removed.volume, units))}</span>
      {weighed && (
        <>
          ; the scale says <span className="figures">{inWords(formatMass(against.mass! - survey.mass!, units))}</span>
          {removed.density !== null &&
            `, which makes that wood ${inWords(formatQuantity(removed.density, 'density', 'kg/m³'))}`}
        </>
      )}
      .
    </p>
  );
}
