import type { KnockAnalysis } from '@nimble/core/sound';
import { useState } from 'react';
import type { Heard } from '../compute/sound.worker';
import { EarPanel } from './EarPanel';
import { KnockFigures } from './KnockFigures';
import { KnockPicture } from './KnockPicture';
import { useKnockListener } from './use-knock-listener';

interface Props {
  /** Each knock as it is heard. */
  onHeard: (analysis: KnockAnalysis) => void;
}

/**
 * Listens for knocks by microphone, or opens a WAV; shows the strongest notes large and what moved since the knock
 * before.
 */
export function KnockEar({ onHeard }: Props) {
  const [heard, setHeard] = useState<Heard | null>(null);
  const [before, setBefore] = useState<Heard | null>(null);
  const ear = useKnockListener((now) => {
    if (heard && heard.analysis.partials.length > 0) setBefore(heard);
    setHeard(now);
    if (now.analysis.partials.length > 0) onHeard(now.analysis);
  });
  return (
    <>
      <EarPanel ear={ear} />
      {heard && (
        <>
          <KnockFigures heard={heard.analysis} before={before?.analysis ?? null} />
          {heard.analysis.partials.length > 0 && (
            <KnockPicture heard={heard.analysis} before={before?.analysis ?? null} spectrum={heard.spectrum} />
          )}
        </>
      )}
    </>
  );
}
