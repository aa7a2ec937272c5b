import { useMemo, useState, type ReactNode } from 'react';
import { Navigate, useLocation, useNavigate } from 'react-router';
import { ApiError, tell } from '../api/client.ts';
import { useMe } from '../api/queries.ts';
import { useSendReadings } from '../api/use-reading-queue.ts';
import type { Person } from '../api/types.ts';
import { useSettings } from './settings.ts';
import { ShortcutSheet } from './shortcut-sheet.tsx';
import { useShortcuts } from './shortcuts.ts';
import { STAGES } from './stages.ts';

/** Everything behind the sign-in, with the keys that work everywhere. */
export function SignedIn({ children }: { readonly children: (person: Person) => ReactNode }) {
  const me = useMe();
  useSendReadings(me.data?.id);
  const [sheet, setSheet] = useState(false);
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const { units, setUnits } = useSettings();
  const job = /^\/jobs\/([^/]+)/.exec(pathname)?.[1];
  const keys = useMemo(
    () => ({
      '?': () => setSheet(true),
      u: () => setUnits(units === 'us' ? 'metric' : 'us'),
      'g j': () => void navigate('/jobs'),
      'g q': () => void navigate('/sums'),
      '/': () =>
        document.getElementById('search')
          ? document.getElementById('search')!.focus()
          : void navigate('/jobs'),
      ...Object.fromEntries(
        job ? STAGES.map((s) => [`g ${s.letter}`, () => void navigate(`/jobs/${job}/${s.key}`)]) : [],
      ),
    }),
    [job, navigate, units, setUnits],
  );
  useShortcuts(keys);
  if (me.isPending) return null;
  if (me.error) {
    if (me.error instanceof ApiError && me.error.body.status === 401)
      return <Navigate to="/sign-in" replace />;
    return (
      <main className="p-10">
        <h1 className="headline text-2xl">The server does not answer.</h1>
        <p className="mt-2 text-soft">{tell(me.error)} Nothing on this device is lost.</p>
        <button type="button" className="btn mt-4" onClick={() => void me.refetch()}>
          Try again
        </button>
      </main>
    );
  }
  return (
    <>
      {children(me.data)}
      <ShortcutSheet open={sheet} onClose={() => setSheet(false)} />
    </>
  );
}
