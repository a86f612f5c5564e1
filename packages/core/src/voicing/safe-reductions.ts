/** Before any fine judgement: wood that is on the plan already as gone, and takes no listening to take off. */
import type { BracingPlan } from '../bracing';

export interface SafeReduction {
  /** Stable, so that a tick stays where it was. */
  id: string;
  what: 'overhang' | 'ends' | 'section' | 'squeeze-out' | 'patch-edges';
  brace: { id: string; name: string } | null;
}

export function safeReductions({ braces, patches }: Pick<BracingPlan, 'braces' | 'patches'>): SafeReduction[] {
  const all: SafeReduction[] = [{ id: 'squeeze-out', what: 'squeeze-out', brace: null }];
  if (patches.length > 0) all.push({ id: 'patch-edges', what: 'patch-edges', brace: null });
  for (const { id, name, ends, section } of braces) {
    const brace = { id, name };
    if (ends.includes('let-in')) all.push({ id: `overhang:${id}`, what: 'overhang', brace });
    if (ends.includes('stopped')) all.push({ id: `ends:${id}`, what: 'ends', brace });
    if (section !== 'rectangle') all.push({ id: `section:${id}`, what: 'section', brace });
  }
  return all;
}
