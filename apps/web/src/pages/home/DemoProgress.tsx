import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { get } from '../../api/client';
import { keys } from '../../api/keys';
import { Progress } from '../../ui/Progress';

const LOOK_EVERY_MS = 1000;

/** How far the demo bench is laid out on a first start; each build shows as soon as it is there. */
export function DemoProgress() {
  const client = useQueryClient();
  const health = useQuery({
    queryKey: keys.health,
    queryFn: () => get('/health'),
    refetchInterval: ({ state }) => (state.data?.demo ? LOOK_EVERY_MS : false),
  });
  const demo = health.data?.demo ?? null;
  const done = demo?.done ?? null;
  useEffect(() => {
    void client.invalidateQueries({ queryKey: keys.buildLists });
    void client.invalidateQueries({ queryKey: keys.workshop });
  }, [client, done]);
  if (!demo) return null;
  const words = `Laying out the demo bench: ${demo.done} of ${demo.of} parts`;
  return (
    <div role="status" className="mx-auto mb-3 max-w-xl space-y-1 text-center">
      <p>{words}. You can begin meanwhile.</p>
      <Progress share={demo.done / demo.of} label={words} />
    </div>
  );
}
