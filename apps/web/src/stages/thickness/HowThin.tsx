import {
  asStiffAs,
  defaultTarget,
  formatMass,
  formatThickness,
  halfInterval,
  inWords,
  type PlateShape,
  type TargetSpec,
  type WantedPlate,
} from '@nimble/core';
import { useState } from 'react';
import { useBuilds } from '../../api/hooks';
import type { Build, BuildSummary } from '../../api/types';
import { woodOrigin } from '../../rack/wood-origin';
import { Button, SelectField } from '../../ui';

interface Props {
  build: Build;
  shape: PlateShape;
  target: TargetSpec;
  onUse: (target: TargetSpec) => void;
}

/** What two schools say of this wood, side by side; the maker takes one or neither. Nothing is averaged. */
export function HowThin({ build, shape, target, onUse }: Props) {
  const builds = useBuilds();
  const [likeId, setLikeId] = useState('');
  const band = defaultTarget(build.family, build.plate);
  // Another family carries other strings: its stiffness is no model for this one.
  const models = (builds.data ?? []).filter(
    (other) =>
      other.id !== build.id && other.family === build.family && other.plate === build.plate && other.newestSurvey?.mean,
  );
  const like = models.find(({ id }) => id === likeId);
  const wanted = like && asStiffAs({ wood: like.wood, thickness: like.newestSurvey!.mean! }, build.wood, shape);
  const use = (thickness: number) =>
    onUse({ ...target, base: { kind: 'even', thickness: Math.round(thickness * 1e5) / 1e5 } });
  return (
    <details className="border-t border-grain pt-1">
      <summary className="min-h-11 cursor-pointer pt-2">How thin should it be?</summary>
      {band.base.kind === 'even' && (
        <Rule
          name="By number"
          reason="An ordinary band for this family, whatever the wood."
          figure={`${formatThickness(band.base.thickness, build.units).figure} ± ${inWords(formatThickness(band.tolerance, build.units))}`}
          onUse={() => onUse(band)}
        />
      )}
      <SelectField label="As stiff as" value={likeId} onChange={(event) => setLikeId(event.target.value)}>
        <option value="">
          {models.length > 0 ? 'choose a plate that worked' : 'no other plate of this family read yet'}
        </option>
        {models.map(({ id, number, name }) => (
          <option key={id} value={id}>
            No. {number} {name}
          </option>
        ))}
      </SelectField>
      {like && wanted && <LikeRule {...{ build, like, wanted }} onUse={() => use(wanted.thickness.value)} />}
      <p className="mt-1 text-[0.92rem] text-soft">
        The wood is {woodOrigin(build.wood)}.
        {build.wood.source !== 'measured' &&
          ' Weigh, knock and flex a set of the rack and give it to this build to narrow the ±.'}
      </p>
    </details>
  );
}

function LikeRule({
  build,
  like,
  wanted,
  onUse,
}: {
  build: Build;
  like: BuildSummary;
  wanted: WantedPlate;
  onUse: () => void;
}) {
  const { thickness, mass } = wanted;
  return (
    <Rule
      name="By stiffness"
      reason={`Pumps as stiffly as No. ${like.number} at ${inWords(formatThickness(like.newestSurvey!.mean!, build.units))}, under the same strings; would weigh ${formatMass(mass.value, build.units).figure} ± ${inWords(formatMass(halfInterval(mass), build.units))}.`}
      figure={`${formatThickness(thickness.value, build.units).figure} ± ${inWords(formatThickness(halfInterval(thickness), build.units))}`}
      onUse={onUse}
    />
  );
}

function Rule({ name, reason, figure, onUse }: { name: string; reason: string; figure: string; onUse: () => void }) {
  return (
    <div className="my-1 border-l-2 border-brass pl-3">
      <div className="flex items-baseline justify-between gap-2">
        <strong>{name}</strong>
        <span className="figures whitespace-nowrap">{figure}</span>
      </div>
      <p className="text-[0.95rem] text-soft">{reason}</p>
      <Button kind="quiet" className="px-0" onClick={onUse}>
        Make it the target
      </Button>
    </div>
  );
}
