import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { Refused, upload } from '../../api/client';
import type { BundleReadView } from '../../api/contract';
import { useSignIn } from '../../api/sign-in';
import { Button } from '../../ui';
import { bundleAddress } from './bundle-address';

/** Everything out as open files, where there is anything, and a bundle of another bench in. */
export function Bundles({ empty = false }: { empty?: boolean }) {
  const client = useQueryClient();
  const signedIn = useSignIn().data?.signedIn;
  const mayRead = !signedIn || signedIn.role === 'owner';
  const file = useRef<HTMLInputElement>(null);
  const [reading, setReading] = useState<AbortController | null>(null);
  const read = async (chosen: File) => {
    const abort = new AbortController();
    setReading(abort);
    try {
      const form = new FormData();
      form.set('file', chosen);
      toast.success(readWords(await upload<BundleReadView>('/bundles', form, { signal: abort.signal })), {
        duration: 10_000,
      });
      await client.invalidateQueries();
    } catch (failure) {
      if (!abort.signal.aborted) toast.error(troubleWords(chosen.name, failure as Error), { duration: 20_000 });
    } finally {
      setReading(null);
    }
  };
  return (
    <div className="flex flex-wrap items-center justify-center gap-x-2 text-soft">
      {!empty && (
        <a href={bundleAddress()} download className="inline-flex min-h-12 items-center underline underline-offset-4">
          Take all along as open files
        </a>
      )}
      {mayRead && (
        <Button kind="quiet" disabled={reading !== null} onClick={() => file.current?.click()}>
          {reading ? 'Reading the bundle in …' : 'Read in a bundle'}
        </Button>
      )}
      {reading && (
        <Button kind="quiet" onClick={() => reading.abort()}>
          Stop
        </Button>
      )}
      <input
        ref={file}
        type="file"
        accept=".zip,application/zip"
        aria-label="Bundle file"
        tabIndex={-1}
        className="sr-only"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = '';
          if (chosen) void read(chosen);
        }}
      />
    </div>
  );
}

const named = (builds: BundleReadView['added']) => builds.map(({ number, name }) => `No. ${number} ${name}`).join(', ');

function readWords({ added, here }: BundleReadView): string {
  const stay = here.length > 0 ? ` ${named(here)} ${here.length === 1 ? 'is' : 'are'} here already.` : '';
  return added.length > 0 ? `Read in: ${named(added)}.${stay}` : `Nothing new.${stay}`;
}

function troubleWords(name: string, failure: Error): string {
  return failure instanceof Refused ? failure.message.replace('The file', name) : failure.message;
}
