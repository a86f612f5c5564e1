import type { BracingPlan } from '@nimble/core/bracing';
import { Link } from 'react-router';
import type { Build } from '../api/types';

/**
 * A carved top without an arch in its plan would be solved as a flat plate: said before anyone believes its figures.
 */
export function CarvedNote({
  build,
  plan,
}: {
  build: Pick<Build, 'id' | 'construction'>;
  plan: Pick<BracingPlan, 'archRadius'>;
}) {
  if (build.construction !== 'carved' || plan.archRadius !== null) return null;
  return (
    <p className="mt-2 border-l-4 border-brass bg-brass/10 px-3 py-1">
      The plan gives this carved top no arch, so the model takes it for flat: it comes out far too soft.{' '}
      <Link className="underline underline-offset-4" to={`/builds/${build.id}/arch`}>
        Give its radius under Arch
      </Link>
      .
    </p>
  );
}
