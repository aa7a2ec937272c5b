import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { router } from './router.tsx';
import { SettingsProvider } from './settings-provider.tsx';
import './theme.css';

const client = new QueryClient({
  defaultOptions: {
    // Asked without a connection too: what was last heard is then the answer (see api/kept.ts).
    queries: { staleTime: 10_000, refetchOnWindowFocus: false, networkMode: 'always' },
    // What is pressed without a connection fails and says so: it must not wait unseen and happen later.
    mutations: { networkMode: 'always' },
  },
});

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <SettingsProvider>
        <RouterProvider router={router} />
      </SettingsProvider>
    </QueryClientProvider>
  </StrictMode>,
);
