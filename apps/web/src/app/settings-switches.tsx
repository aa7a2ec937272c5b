import { ArrowLeftRight, ChevronDown, Lamp, LogOut, Sun } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { useMe, useSignOut, useThisDevice } from '../api/queries.ts';
import { NewVersion } from './new-version.tsx';
import { useSettings } from './settings.ts';
import { UNIT_WORDS } from './unit-words.ts';

const UnitsMenu = lazy(async () => {
  const { UnitsMenu: menu } = await import('./units-menu.tsx');
  return { default: menu };
});

/** Units, light and who is signed in. */
export function SettingsSwitches() {
  const { theme, setTheme } = useSettings();
  // Nothing: the list has not been asked for and is not there yet.
  const [menu, setMenu] = useState<boolean | null>(null);
  const person = useMe().data;
  const signOut = useSignOut();
  const navigate = useNavigate();
  const device = useThisDevice().data;
  const { pathname, search } = useLocation();
  return (
    <div className="flex items-center gap-2">
      <NewVersion />
      {menu === null ? (
        <UnitsButton onPress={() => setMenu(true)} />
      ) : (
        <Suspense fallback={<UnitsButton />}>
          <UnitsMenu open={menu} onOpen={setMenu} />
        </Suspense>
      )}
      <button
        type="button"
        className="btn px-2.5"
        aria-label={theme === 'bench' ? 'Switch to lamp, the dark theme' : 'Switch to bench light'}
        onClick={() => setTheme(theme === 'bench' ? 'lamp' : 'bench')}
      >
        {theme === 'bench' ? <Lamp size={18} /> : <Sun size={18} />}
      </button>
      {person &&
        (device?.name ? (
          <Link
            className="btn px-2.5"
            aria-label={`Somebody else takes over from ${person.name}`}
            title="Switch"
            to={backTo(pathname + search)}
            onClick={(e) => {
              e.preventDefault();
              // A stage that is still on its way is where whoever takes over wants to be.
              const { pathname: there, search: what } = window.location;
              void navigate(backTo(there + what));
            }}
          >
            <ArrowLeftRight size={18} />
          </Link>
        ) : (
          <button
            type="button"
            className="btn px-2.5"
            aria-label={`Sign out ${person.name}`}
            title={`${person.name}, ${person.role}`}
            onClick={() => signOut.mutate(undefined, { onSettled: () => void navigate('/sign-in') })}
          >
            <LogOut size={18} />
          </button>
        ))}
    </div>
  );
}

/** The way in for somebody else, and from there back to where it was. */
const backTo = (place: string): string => `/sign-in?back=${encodeURIComponent(place)}`;

/** Looks as the list’s own button does, until that is there. */
function UnitsButton({ onPress }: { readonly onPress?: () => void }) {
  const { units } = useSettings();
  return (
    <button
      type="button"
      className="btn btn-small whitespace-nowrap"
      aria-haspopup="menu"
      aria-label={`Units, now ${UNIT_WORDS[units].said}`}
      {...(onPress ? { onClick: onPress } : { disabled: true })}
    >
      {UNIT_WORDS[units].short} <ChevronDown size={16} aria-hidden />
    </button>
  );
}
