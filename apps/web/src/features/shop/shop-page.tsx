import { Link, Navigate, useSearchParams } from 'react-router';
import { useMe } from '../../api/queries.ts';
import { useShop } from '../../api/shop.ts';
import { HeldAccess } from './held-access.tsx';
import { lazyView } from '../../ui/lazy-view.tsx';

const VIEWS = {
  settings: {
    name: 'Settings',
    View: lazyView(async () => (await import('./settings-view.tsx')).SettingsView),
  },
  people: { name: 'People', View: lazyView(async () => (await import('./people-view.tsx')).PeopleView) },
  tablets: { name: 'Tablets', View: lazyView(async () => (await import('./tablets-view.tsx')).TabletsView) },
  instruments: {
    name: 'Instruments',
    View: lazyView(async () => (await import('./instruments-view.tsx')).InstrumentsView),
  },
  keys: { name: 'Keys', View: lazyView(async () => (await import('./keys-view.tsx')).KeysView) },
  backup: { name: 'Backup', View: lazyView(async () => (await import('./backup-view.tsx')).BackupView) },
  audit: { name: 'Who did what', View: lazyView(async () => (await import('./audit-view.tsx')).AuditView) },
} as const;
type Key = keyof typeof VIEWS;
const KEYS = Object.keys(VIEWS) as Key[];

/** What leads look after. */
export function ShopPage() {
  const [params] = useSearchParams();
  const me = useMe().data;
  const shop = useShop().data;
  const view = KEYS.find((k) => k === params.get('view')) ?? 'settings';
  const { View } = VIEWS[view];
  if (me && me.role !== 'lead') return <Navigate to="/me" replace />;
  return (
    <div className="h-full overflow-y-auto px-8 py-6 max-md:px-3 max-md:py-4">
      <title>{`${VIEWS[view].name} · ${shop?.name ?? 'Shop'} · Venula`}</title>
      <div className="mx-auto max-w-[1080px]">
        <h1 className="headline text-[1.85rem]" data-testid="answer">
          {shop?.name ?? 'Shop'}
        </h1>
        <nav className="mt-3 flex flex-wrap gap-2" aria-label="The shop">
          {KEYS.map((k) => (
            <Link
              key={k}
              to={`/shop?view=${k}`}
              replace
              className={`btn btn-small ${k === view ? 'btn-main' : ''}`}
              aria-current={k === view ? 'page' : undefined}
            >
              {VIEWS[k].name}
            </Link>
          ))}
        </nav>
        {me?.via === 'pin' && (
          <p className="mt-3 border-l-4 border-mark pl-3">
            You came in by PIN: you can look, but changing anything here takes your password.{' '}
            <Link
              className="font-semibold underline"
              to={`/sign-in?with=password&back=${encodeURIComponent(`/shop?view=${view}`)}`}
            >
              Sign in with it
            </Link>
          </p>
        )}
        <HeldAccess />
        <View />
      </div>
    </div>
  );
}
