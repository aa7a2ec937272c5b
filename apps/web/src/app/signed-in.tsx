import { isUs } from '@venula/core/quantities';
import { lazy, Suspense, useEffect, useMemo, useState, type ComponentType, type ReactNode } from 'react';
import { Navigate, useLocation, useNavigate } from 'react-router';
import { ApiError, tell } from '../api/client.ts';
import { useMe } from '../api/queries.ts';
import { useShop } from '../api/shop.ts';
import type { Person } from '../api/types.ts';
import { useSettings } from './settings.ts';
import { useShortcuts } from './shortcuts.ts';
import { STAGES } from './stages.ts';

const AGAIN_MS = 5_000;

/** A piece that is not wanted before somebody is signed in: the first page is there sooner. Asked for until it is there. */
function later<P>(load: () => Promise<ComponentType<P>>) {
  const had = async (): Promise<{ readonly default: ComponentType<P> }> => {
    try {
      return { default: await load() };
    } catch {
      await new Promise((resume) => setTimeout(resume, AGAIN_MS));
      return had();
    }
  };
  return lazy(had);
}
const Sending = later(async () => (await import('../api/use-reading-queue.ts')).Sending);
const ChoosePassword = later(
  async () => (await import('../features/sign-in/choose-password.tsx')).ChoosePassword,
);
const ShortcutSheet = later(async () => (await import('./shortcut-sheet.tsx')).ShortcutSheet);

/** Until somebody chooses others on this device, the shop’s units. */
function useShopUnits(): void {
  const units = useShop().data?.units;
  const { setShopUnits } = useSettings();
  useEffect(() => {
    if (units) setShopUnits(units);
  }, [units, setShopUnits]);
}

/** Everything behind the sign-in, with the keys that work everywhere. */
export function SignedIn({ children }: { readonly children: (person: Person) => ReactNode }) {
  const me = useMe();
  const [sheet, setSheet] = useState(false);
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const { units, setUnits } = useSettings();
  const job = /^\/jobs\/([^/]+)/.exec(pathname)?.[1];
  const keys = useMemo(
    () => ({
      '?': () => setSheet(true),
      u: () => setUnits(isUs(units) ? 'metric' : 'us'),
      'g j': () => void navigate('/jobs'),
      'g q': () => void navigate('/sums'),
      'g s': () => void navigate('/shop'),
      'g m': () => void navigate('/me'),
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
  useShopUnits();
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
  if (!me.data.ownPassword)
    return (
      <Suspense fallback={null}>
        <ChoosePassword person={me.data} />
      </Suspense>
    );
  return (
    <>
      {children(me.data)}
      <Suspense fallback={null}>
        <Sending person={me.data.id} />
        {sheet && <ShortcutSheet open onClose={() => setSheet(false)} />}
      </Suspense>
    </>
  );
}
