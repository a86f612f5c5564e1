import { request } from '../../api/client';
import { useLines, type LineState } from '../../api/use-lines';

/** Listens to the simulated caliper as it would to a cabled one: each press of its button is a line of text. */
export function useCaliper(buildId: string, wanted: boolean, onLine: (line: string) => void): LineState {
  return useLines<{ line: string }>(`/devices/caliper/${buildId}/stream`, wanted, ({ line }) => onLine(line));
}

/** Presses the simulated caliper's button with its jaws at a place. */
export function pressCaliper(buildId: string, place: { x: number; y: number }): Promise<unknown> {
  return request('POST', `/devices/caliper/${buildId}/press`, { x: place.x, y: place.y });
}
