import { plateShape } from '@nimble/core/outline';
import { misfitOf, woodOfSet } from '@nimble/core/project';
import { useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { Refused, request } from '../../api/client';
import { useBuilds } from '../../api/hooks';
import { keys } from '../../api/keys';
import type { Build, BuildSummary } from '../../api/types';
import type { WoodSet } from '../../api/wood';
import { Button, Option, PanelSection, SelectField } from '../../ui';

/** Gives a build this wood as it was measured: every forecast and target of the build then rests on it. */
export function UseForBuild({ set }: { set: WoodSet }) {
  const builds = useBuilds();
  const client = useQueryClient();
  const [buildId, setBuildId] = useState('');
  const fitting = useMemo(() => (builds.data ?? []).filter((build) => isFor(set, build)), [builds.data, set]);
  const users = (builds.data ?? []).filter((build) => build.wood.set?.id === set.id);
  const give = async () => {
    try {
      const { revision } = builds.data!.find(({ id }) => id === buildId)!;
      const wood = woodOfSet(set, set.properties);
      const build = await request<Build>('PATCH', `/builds/${buildId}`, { wood }, { upon: revision });
      await client.invalidateQueries({ queryKey: keys.builds });
      toast(`No. ${build.number} ${build.name} is now of ${set.name}`);
    } catch (failure) {
      if (!(failure instanceof Refused && failure.isOutdated)) return void toast.error((failure as Error).message);
      await client.invalidateQueries({ queryKey: keys.builds });
      toast.error(
        'Another page gave this build another wood meanwhile. Look at it, then press again if this one holds.',
      );
    }
  };
  return (
    <PanelSection label="Use it" tight>
      {users.map((build) => (
        <p key={build.id}>
          Cut for{' '}
          <Link className="underline underline-offset-4" to={`/builds/${build.id}/thickness`}>
            No. {build.number} {build.name}
          </Link>
        </p>
      ))}
      {builds.data && fitting.length === 0 && (
        <p className="text-soft">No build on the bench asks for a {set.use} of this size.</p>
      )}
      <div className="flex items-end gap-2">
        <div className="min-w-0 flex-1">
          <SelectField label="Cut it for" value={buildId} onChoose={setBuildId}>
            <Option value="">choose a build</Option>
            {fitting.map(({ id, number, name }) => (
              <Option key={id} value={id}>
                No. {number} {name}
              </Option>
            ))}
          </SelectField>
        </div>
        <Button disabled={buildId === ''} onClick={() => void give()}>
          Give it this wood
        </Button>
      </div>
    </PanelSection>
  );
}

/** A plate of its use that two halves of it are large enough for. */
function isFor(set: WoodSet, { plate, outline, holes }: BuildSummary): boolean {
  const { length, width } = plateShape(outline, holes);
  return misfitOf(set, { role: plate, length, width }) === null;
}
