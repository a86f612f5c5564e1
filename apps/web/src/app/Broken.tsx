import { useRouteError } from 'react-router';

/** In place of a page that could not be drawn. */
export function Broken() {
  const error = useRouteError();
  return (
    <main className="mx-auto max-w-lg space-y-4 p-10">
      <h1 className="text-head font-bold">This page tore.</h1>
      <p>What you entered is kept. {error instanceof Error ? `It said: ${error.message}` : ''}</p>
      <a className="underline" href="/">
        Back to the bench
      </a>
    </main>
  );
}
