import type { Face } from '@nimble/core/wood';
import { useAddress } from '../../ui/use-address';
import type { MapView } from '../../plate/pictures';

export const TABS = [
  ['read', 'Read'],
  ['pass', 'Take off'],
  ['thin', 'How thin'],
  ['target', 'Target'],
  ['stations', 'Stations'],
] as const;
export type Tab = (typeof TABS)[number][0];

const VIEW_NAMES: readonly MapView[] = ['thickness', 'deviation', 'mirror', 'removed'];

/** Where the page stands, in its address, so that a reload or a link opens the same view. */
export function usePageParams() {
  const { params, set } = useAddress<'view' | 'slip' | 'survey' | 'against' | 'face'>();
  const view = VIEW_NAMES.find((name) => name === params.get('view')) ?? 'deviation';
  const tab = TABS.find(([name]) => name === params.get('slip'))?.[0] ?? null;
  const face: Face = params.get('face') === 'inner' ? 'inner' : 'outer';
  return { face, view, tab, surveyId: params.get('survey'), againstId: params.get('against'), set };
}
