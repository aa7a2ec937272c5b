import { NavLink, Outlet } from 'react-router';
import { useMe } from '../api/queries.ts';
import { useShop } from '../api/shop.ts';
import { SettingsSwitches } from './settings-switches.tsx';

const PLACES = [
  ['/jobs', 'Jobs'],
  ['/library', 'Library'],
  ['/sums', 'Quick sums'],
] as const;
const SHOP = ['/shop', 'Shop'] as const;

/** Pages outside a job. */
export function ShopLayout() {
  const person = useMe().data;
  const shop = useShop().data;
  return (
    <div className="grid h-dvh grid-rows-[auto_minmax(0,1fr)]">
      <header className="flex min-h-[60px] items-center gap-4 bg-rail px-8 text-rail-ink max-lg:flex-wrap max-lg:gap-x-3 max-lg:gap-y-2 max-lg:pt-2 max-md:px-3">
        <p className="headline text-2xl tracking-tight max-lg:grow">venula</p>
        <p className="label grow truncate text-rail-soft max-lg:hidden">{shop?.name}</p>
        <nav className="flex gap-2 max-lg:order-last max-lg:w-full" aria-label="Shop">
          {[...PLACES, ...(person?.role === 'lead' ? [SHOP] : [])].map(([to, name]) => (
            <NavLink
              key={to}
              className="label inline-flex min-h-[44px] min-w-[44px] items-center justify-center px-2 font-semibold whitespace-nowrap underline decoration-rail-soft underline-offset-4 aria-[current=page]:decoration-mark aria-[current=page]:decoration-4"
              to={to}
            >
              {name}
            </NavLink>
          ))}
        </nav>
        {person && (
          <NavLink
            to="/me"
            className="label inline-flex min-h-[44px] items-center text-sm text-rail-soft underline underline-offset-4"
            aria-label={`${person.name}, ${person.role}: your account`}
          >
            {person.name}
          </NavLink>
        )}
        <div className="[&_.btn]:border-rail-soft [&_.btn-main]:bg-rail-ink [&_.btn-main]:text-rail [&_.btn:hover]:bg-rail-soft/30">
          <SettingsSwitches />
        </div>
      </header>
      <main className="min-h-0">
        <Outlet />
      </main>
    </div>
  );
}
