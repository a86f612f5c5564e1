import { useEffect, useRef, useState } from 'react';

export type LineState = 'off' | 'connecting' | 'on' | 'lost';

/**
 * Listens to an instrument on a cable: each of its messages is a line of text.
 * @param path below the API of its stream @param onMessage called with each message; the newest function counts
 */
export function useLines<T>(path: string, wanted: boolean, onMessage: (message: T) => void): LineState {
  const [state, setState] = useState<LineState>('off');
  const latest = useRef(onMessage);
  useEffect(() => {
    latest.current = onMessage;
  });
  useEffect(() => {
    if (!wanted) return;
    const source = new EventSource(`/api/v1${path}`);
    source.onopen = () => setState('on');
    source.onerror = () => setState('lost'); // the browser tries again by itself
    source.onmessage = (event: MessageEvent<string>) => latest.current(JSON.parse(event.data) as T);
    return () => {
      source.close();
      setState('off');
    };
  }, [path, wanted]);
  return wanted && state === 'off' ? 'connecting' : state;
}
