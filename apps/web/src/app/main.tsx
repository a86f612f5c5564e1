import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { Toaster } from 'sonner';
import { openOutbox } from '../api/bench-outbox';
import { hearChanges } from '../api/changes';
import { Refused } from '../api/client';
import { tidyAnswers } from '../api/kept-answers';
import { lookWhenBack } from '../api/look-when-back';
import { ChangedMeanwhile } from '../frame/ChangedMeanwhile';
import { watchSignIn } from '../api/sign-in';
import { offerNewVersion } from './new-version';
import { router } from './routes';
import { applyTheme } from '../ui/preferences';
import { ShortcutsProvider } from '../ui/shortcuts';
import '../styles.css';

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
watchSignIn(client);
hearChanges(client);
void tidyAnswers();
lookWhenBack(client);
offerNewVersion();

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
