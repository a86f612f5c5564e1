/** Every page and where it lives; each is fetched when it is first opened. */
import type { ComponentType } from 'react';
import { createBrowserRouter, Navigate, useLocation, useParams } from 'react-router';
import { Broken } from './Broken';
import { Door } from './Door';

type Fetch = () => Promise<ComponentType>;

const OF_THE_BENCH: Record<string, Fetch> = {
  '/': async () => (await import('../pages/home/BenchPage')).BenchPage,
  '/new': async () => (await import('../pages/home/BuildFormPage')).NewBuildPage,
  '/rack': async () => (await import('../pages/rack/RackPage')).RackPage,
  '/rack/new': async () => (await import('../pages/rack/NewSetPage')).NewSetPage,
  '/rack/:setId': async () => (await import('../pages/rack/SetPage')).SetPage,
  '/thinning': async () => (await import('../pages/thinning/ThinningPage')).ThinningPage,
  '/compare': async () => (await import('../pages/compare/ComparePage')).ComparePage,
  '/people': async () => (await import('../pages/people/PeoplePage')).PeoplePage,
  '/bands': async () => (await import('../pages/bands/BandsPage')).BandsPage,
  '/feel': async () => (await import('../pages/rack/FeelPage')).FeelPage,
};

/** Under /builds/:buildId. */
const OF_A_BUILD: Record<string, Fetch> = {
  edit: async () => (await import('../pages/home/BuildFormPage')).EditBuildPage,
  thickness: async () => (await import('../pages/thickness/ThicknessPage')).ThicknessPage,
  layout: async () => (await import('../pages/layout/LayoutPage')).LayoutPage,
  arch: async () => (await import('../pages/arch/ArchPage')).ArchPage,
  'glue-up': async () => (await import('../pages/glue-up/GlueUpPage')).GlueUpPage,
  shape: async () => (await import('../pages/shape/ShapePage')).ShapePage,
  top: async () => (await import('../pages/top/WholeTopPage')).WholeTopPage,
  listen: async () => (await import('../pages/listen/ListenPage')).ListenPage,
  voice: async () => (await import('../pages/voicing/VoicingPage')).VoicingPage,
  story: async () => (await import('../pages/story/StoryPage')).StoryPage,
  close: async () => (await import('../pages/close/ClosePage')).ClosePage,
  ':stage': async () => (await import('../pages/stage/StagePage')).StagePage,
};

const FIRST_STAGE = 'thickness';

function ToStage() {
  const { buildId = '' } = useParams();
  return <Navigate to={`/builds/${buildId}/${FIRST_STAGE}`} replace />;
}

/** Where the rounds of voicing lived before: a bookmark still leads there. */
function ToVoicing() {
  const { buildId = '' } = useParams();
  const { search } = useLocation();
  return <Navigate to={`/builds/${buildId}/voice${search}`} replace />;
}

const route = (path: string, fetch: Fetch) => ({ path, lazy: async () => ({ Component: await fetch() }) });

export const router = createBrowserRouter([
  {
    errorElement: <Broken />,
    hydrateFallbackElement: <p className="p-8 text-soft">Opening the bench …</p>,
    children: [
      route('/join/:code', async () => (await import('../pages/people/JoinPage')).JoinPage),
      {
        element: <Door />,
        children: [
          ...Object.entries(OF_THE_BENCH).map(([path, fetch]) => route(path, fetch)),
          { path: '/builds/:buildId', element: <ToStage /> },
          { path: '/builds/:buildId/rounds', element: <ToVoicing /> },
          ...Object.entries(OF_A_BUILD).map(([path, fetch]) => route(`/builds/:buildId/${path}`, fetch)),
          { path: '*', element: <Navigate to="/" replace /> },
        ],
      },
    ],
  },
]);
