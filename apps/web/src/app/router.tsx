import { createBrowserRouter, Navigate } from 'react-router';
import { BriefPage } from '../features/brief/brief-page.tsx';
import { HandoverPage } from '../features/handover/handover-page.tsx';
import { JobsPage } from '../features/jobs/jobs-page.tsx';
import { PartsPage } from '../features/parts/parts-page.tsx';
import { PlumbPage } from '../features/plumb/plumb-page.tsx';
import { QuickSumsPage } from '../features/quick-sums/quick-sums-page.tsx';
import { SignInPage } from '../features/sign-in/sign-in-page.tsx';
import { TestPage } from '../features/test/test-page.tsx';
import { WirePage } from '../features/wire/wire-page.tsx';
import { JobLayout } from '../job/job-layout.tsx';
import { Oops } from './oops.tsx';
import { ShopLayout } from './shop-layout.tsx';
import { SignedIn } from './signed-in.tsx';

export const router = createBrowserRouter([
  { path: '/sign-in', element: <SignInPage />, errorElement: <Oops /> },
  { path: '/sums', element: <QuickSumsPage />, errorElement: <Oops /> },
  {
    path: '/jobs',
    element: (
      <SignedIn>
        {() => (
          <ShopLayout>
            <JobsPage />
          </ShopLayout>
        )}
      </SignedIn>
    ),
    errorElement: <Oops />,
  },
  {
    path: '/jobs/:id',
    element: <SignedIn>{(person) => <JobLayout person={person} />}</SignedIn>,
    errorElement: <Oops />,
    children: [
      { index: true, element: <Navigate to="plumb" replace /> },
      { path: 'brief', element: <BriefPage /> },
      { path: 'plumb', element: <PlumbPage /> },
      { path: 'wire', element: <WirePage /> },
      { path: 'parts', element: <PartsPage /> },
      { path: 'test', element: <TestPage /> },
      { path: 'handover', element: <HandoverPage /> },
    ],
  },
  { path: '*', element: <Navigate to="/jobs" replace /> },
]);
