import { Button } from '.';

interface Query {
  error: Error | null;
  refetch: () => unknown;
}

/** While records are on their way; and when they can't come, why and what to do. */
export function Loading({ queries, what }: { queries: readonly Query[]; what: string }) {
  const failed = queries.find((query) => query.error !== null);
  return (
    <div className="grid h-full place-items-center p-8">
      {failed ? (
        <div role="alert" className="max-w-md space-y-4 text-center">
          <p className="text-lead">{failed.error?.message}</p>
          <Button kind="main" onClick={() => queries.forEach((query) => void query.refetch())}>
            Try again
          </Button>
          <p>
            <a className="underline" href="/">
              Back to the bench
            </a>
          </p>
        </div>
      ) : (
        <p role="status" className="text-soft">
          Fetching {what} …
        </p>
      )}
    </div>
  );
}
