import { useEffect, useRef, useState } from 'react';
import { request } from '../../api/client';

export type CaliperState = 'off' | 'connecting' | 'on' | 'lost';

/**
 * Listens to the simulated caliper as it would to a cabled one: each press of its button is a line of text.
 * @param onLine called with each line; the newest function counts
 */
export function useCaliper(buildId: string, wanted: boolean, onLine: (line: string) => void): CaliperState {
  const [state, setState] = useState<CaliperState>('off');
  const latest = useRef(onLine);
  useEffect(() => {
    latest.current = onLine;
  });
  useEffect(() => {
    if (!wanted) return;
    const source = new EventSource(`/api/v1/devices/caliper/${buildId}/stream`);
    source.onopen = () => setState('on');
    source.onerror = () => setState('lost'); // the browser tries again by itself
    source.onmessage = (event: MessageEvent<string>) =>
      latest.current((JSON.parse(event.data) as { line: string }).line);
    return () => {
      source.close();
      setState('off');
    };
  }, [buildId, wanted]);
  return wanted && state === 'off' ? 'connecting' : state;
}

/** Presses the simulated caliper's button with its jaws at a place. */
export function pressCaliper(buildId: string, place: { x: number; y: number }): Promise<unknown> {
  return request('POST', `/devices/caliper/${buildId}/press`, { x: place.x, y: place.y });
}
