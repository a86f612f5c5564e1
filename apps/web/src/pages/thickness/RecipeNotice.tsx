import { halfInterval } from '@nimble/core/base';
import { middleThickness, targetInOtherWood, type TargetInOtherWood, type TargetSpec } from '@nimble/core/graduation';
import type { PlateShape } from '@nimble/core/outline';
import { formatThickness, inWords } from '@nimble/core/units';
import type { Build } from '../../api/types';
import { Button } from '../../ui';
import { woodName } from '../../words/wood-origin';

interface Props {
  build: Build;
  shape: PlateShape;
  target: TargetSpec;
  /** What is as stiff here becomes the target. */
  onStiff: (target: TargetSpec) => void;
  /** The number holds. */
  onNumber: () => void;
}

/** A recipe in other wood: the number that worked there, and what is as stiff here. */
export function RecipeNotice({ build, shape, target, onStiff, onNumber }: Props) {
  const { recipe } = build.choices;
  const isSolid = build.construction === 'flat';
  const here = recipe && isSolid ? translated(target, { build, shape, from: recipe.wood }) : null;
  if (!recipe || (isSolid && here === 'same')) return null;
  const words = (thickness: number) => inWords(formatThickness(thickness, build.units));
  const number = middleThickness(target.base);
  return (
    <section aria-label="Target of the recipe" className="mb-2 border-l-4 border-brass bg-brass/10 p-3">
      <p>
        The target of <strong className="figures">{words(number)}</strong> is that of {recipe.from}, in{' '}
        {woodName(recipe.wood)}. This one is of {woodName(build.wood)}.
      </p>
      {here && here !== 'same' && here !== 'below' && (
        <p className="mt-1">
          As stiff in this wood: <strong className="figures">{words(middleThickness(here.target.base))}</strong>
          <span className="figures text-soft"> ± {words(number * halfInterval(here.ratio))}</span>.
        </p>
      )}
      {here === 'below' && <p className="mt-1">As stiff in this wood would be thinner than the target’s own limit.</p>}
      {!isSolid && <p className="mt-1">How much this wood changes it, no rule for flat solid plates says.</p>}
      <div className="mt-2 flex flex-wrap gap-2">
        {here && here !== 'same' && here !== 'below' && (
          <Button kind="main" onClick={() => onStiff(here.target)}>
            Make it as stiff
          </Button>
        )}
        <Button onClick={onNumber}>Keep {words(number)}</Button>
      </div>
    </section>
  );
}

function translated(
  target: TargetSpec,
  { build, shape, from }: { build: Build; shape: PlateShape; from: Build['wood'] },
): TargetInOtherWood | 'same' | 'below' {
  try {
    return targetInOtherWood(target, from, build.wood, shape) ?? 'same';
  } catch {
    return 'below';
  }
}
