import { lazy, Suspense, type ComponentType, type ReactNode } from 'react';
import { createBrowserRouter, Navigate, type RouteObject } from 'react-router';
import { SignInPage } from '../features/sign-in/sign-in-page.tsx';
import type { Person } from '../api/types.ts';
import { Oops } from './oops.tsx';
import { ShopLayout } from './shop-layout.tsx';
import { SignedIn } from './signed-in.tsx';
import { STAGE_PAGES } from './stage-pages.ts';
import { STAGES } from './stages.ts';

const opening = (page: ReactNode): ReactNode => (
  <Suspense fallback={<p className="p-10 text-soft">Opening…</p>}>{page}</Suspense>
);

/**
 * A page that comes when it is first gone to, with an error page of its own: the rest stays as it is. Fetched by the page
 * itself and not by the router: a second touch on the same link while it is on its way must not lose it.
 */
function page(path: string, load: () => Promise<ComponentType>): RouteObject {
  const Page = lazy(async () => ({ default: await load() }));
  return { path, errorElement: <Oops />, element: opening(<Page />) };
}

const JobLayout = lazy(async () => {
  const { JobLayout: layout } = await import('../job/job-layout.tsx');
  return { default: layout };
});
const PdfPage = lazy(async () => ({ default: (await import('../features/handover/pdf-page.tsx')).PdfPage }));
const job = (person: Person): ReactNode => opening(<JobLayout person={person} />);

export const router = createBrowserRouter([
  { path: '/sign-in', element: <SignInPage />, errorElement: <Oops /> },
  page('/start', async () => (await import('../features/shop/start-page.tsx')).StartPage),
  page('/sums', async () => (await import('../features/quick-sums/quick-sums-page.tsx')).QuickSumsPage),
  {
    element: <SignedIn>{() => <ShopLayout />}</SignedIn>,
    errorElement: <Oops />,
    children: [
      page('/jobs', async () => (await import('../features/jobs/jobs-page.tsx')).JobsPage),
      page('/shop', async () => (await import('../features/shop/shop-page.tsx')).ShopPage),
      page('/me', async () => (await import('../features/me/me-page.tsx')).MePage),
      page('/library', async () => (await import('../features/library/library-page.tsx')).LibraryPage),
    ],
  },
  {
    path: '/jobs/:id/pdf',
    errorElement: <Oops />,
    element: <SignedIn>{() => opening(<PdfPage />)}</SignedIn>,
  },
  {
    path: '/jobs/:id',
    errorElement: <Oops />,
    element: <SignedIn>{job}</SignedIn>,
    children: [
      { index: true, element: <Navigate to="plumb" replace /> },
      ...STAGES.map(({ key }) => page(key, STAGE_PAGES[key])),
    ],
  },
  { path: '*', element: <Navigate to="/jobs" replace /> },
]);
