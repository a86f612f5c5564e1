import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate, useParams, useRouteError } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { Toaster } from 'sonner';
import { openOutbox } from './api/bench-outbox';
import { Refused } from './api/client';
import { ChangedMeanwhile } from './shell/ChangedMeanwhile';
import { applyTheme } from './shell/preferences';
import { ShortcutsProvider } from './shell/shortcuts';
import './styles.css';

applyTheme();

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5000,
      networkMode: 'always',
      retry: (count, error) => !(error instanceof Refused) && count < 2,
      retryDelay: 600,
    },
  },
});
openOutbox(client);

function ToStage() {
  const { buildId = '' } = useParams();
  return <Navigate to={`/builds/${buildId}/thickness`} replace />;
}

function Broken() {
  const error = useRouteError();
  return (
    <main className="mx-auto max-w-lg space-y-4 p-10">
      <h1 className="text-2xl font-bold">This page tore.</h1>
      <p>What you entered is kept. {error instanceof Error ? `It said: ${error.message}` : ''}</p>
      <a className="underline" href="/">
        Back to the bench
      </a>
    </main>
  );
}

const router = createBrowserRouter([
  {
    errorElement: <Broken />,
    hydrateFallbackElement: <p className="p-8 text-soft">Opening the bench …</p>,
    children: [
      { path: '/', lazy: async () => ({ Component: (await import('./bench/BenchPage')).BenchPage }) },
      { path: '/new', lazy: async () => ({ Component: (await import('./bench/BuildFormPage')).NewBuildPage }) },
      { path: '/rack', lazy: async () => ({ Component: (await import('./rack/RackPage')).RackPage }) },
      { path: '/rack/new', lazy: async () => ({ Component: (await import('./rack/NewSetPage')).NewSetPage }) },
      { path: '/rack/:setId', lazy: async () => ({ Component: (await import('./rack/SetPage')).SetPage }) },
      { path: '/compare', lazy: async () => ({ Component: (await import('./compare/ComparePage')).ComparePage }) },
      { path: '/feel', lazy: async () => ({ Component: (await import('./rack/FeelPage')).FeelPage }) },
      { path: '/builds/:buildId', element: <ToStage /> },
      {
        path: '/builds/:buildId/edit',
        lazy: async () => ({ Component: (await import('./bench/BuildFormPage')).EditBuildPage }),
      },
      {
        path: '/builds/:buildId/thickness',
        lazy: async () => ({ Component: (await import('./stages/thickness/ThicknessPage')).ThicknessPage }),
      },
      {
        path: '/builds/:buildId/layout',
        lazy: async () => ({ Component: (await import('./stages/layout/LayoutPage')).LayoutPage }),
      },
      {
        path: '/builds/:buildId/arch',
        lazy: async () => ({ Component: (await import('./stages/arch/ArchPage')).ArchPage }),
      },
      {
        path: '/builds/:buildId/glue-up',
        lazy: async () => ({ Component: (await import('./stages/glue-up/GlueUpPage')).GlueUpPage }),
      },
      {
        path: '/builds/:buildId/shape',
        lazy: async () => ({ Component: (await import('./stages/shape/ShapePage')).ShapePage }),
      },
      {
        path: '/builds/:buildId/top',
        lazy: async () => ({ Component: (await import('./stages/whole-top/WholeTopPage')).WholeTopPage }),
      },
      {
        path: '/builds/:buildId/rounds',
        lazy: async () => ({ Component: (await import('./stages/rounds/RoundsPage')).RoundsPage }),
      },
      {
        path: '/builds/:buildId/story',
        lazy: async () => ({ Component: (await import('./stages/story/StoryPage')).StoryPage }),
      },
      {
        path: '/builds/:buildId/voice',
        lazy: async () => ({ Component: (await import('./stages/voice/VoicePage')).VoicePage }),
      },
      {
        path: '/builds/:buildId/close',
        lazy: async () => ({ Component: (await import('./stages/close/ClosePage')).ClosePage }),
      },
      {
        path: '/builds/:buildId/:stage',
        lazy: async () => ({ Component: (await import('./stages/journal/StagePage')).StagePage }),
      },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
]);

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <ShortcutsProvider>
        <RouterProvider router={router} />
        <ChangedMeanwhile />
      </ShortcutsProvider>
      <Toaster position="bottom-center" toastOptions={{ className: 'font-sans', style: { fontSize: '1.05rem' } }} />
    </QueryClientProvider>
  </StrictMode>,
);
