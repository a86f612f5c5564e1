import { speciesPrior } from '@nimble/core/wood';
import type { Build } from '../../api/types';

/** Short and calm, where the dust and the iron are. */
export function DustCaution({ build }: { build: Build }) {
  const prior = build.wood.species ? speciesPrior(build.wood.species) : undefined;
  const tool = {
    plane: 'Keep irons covered and both hands behind the edge; clamp the plate.',
    scraper: 'Scraper edges cut: push with the heels of your hands, and clamp the plate.',
    sander: 'Follow the sander’s own instructions; keep fingers and sleeves off the drum, wear eye protection.',
  }[build.tool.kind];
  return (
    <p className="border-l-2 border-brass pl-3 text-note text-soft">
      {tool} Fine dust harms lungs: use extraction and a respirator.
      {prior?.sensitizer && ` ${prior.name} dust can sensitize skin and airways.`}
      {prior?.protectedTrade && ` Trade in ${prior.name.toLowerCase()} may need papers: ask your authority.`}
    </p>
  );
}
