import { Lamp, LogOut, Sun } from 'lucide-react';
import { useNavigate } from 'react-router';
import { useMe, useSignOut } from '../api/queries.ts';
import { NewVersion } from './new-version.tsx';
import { useSettings } from './settings.ts';

/** Units, light and who is signed in. */
export function SettingsSwitches() {
  const { units, theme, setUnits, setTheme } = useSettings();
  const person = useMe().data;
  const signOut = useSignOut();
  const navigate = useNavigate();
  return (
    <div className="flex items-center gap-1">
      <NewVersion />
      <div role="group" aria-label="Units" className="flex">
        {(['us', 'metric'] as const).map((u) => (
          <button
            key={u}
            type="button"
            className={`btn label ${units === u ? 'btn-main' : ''} ${u === 'us' ? 'rounded-r-none' : '-ml-[1.5px] rounded-l-none'}`}
            aria-pressed={units === u}
            onClick={() => setUnits(u)}
          >
            {u === 'us' ? 'US' : 'metric'}
          </button>
        ))}
      </div>
      <button
        type="button"
        className="btn px-2.5"
        aria-label={theme === 'bench' ? 'Switch to lamp, the dark theme' : 'Switch to bench light'}
        onClick={() => setTheme(theme === 'bench' ? 'lamp' : 'bench')}
      >
        {theme === 'bench' ? <Lamp size={18} /> : <Sun size={18} />}
      </button>
      {person && (
        <button
          type="button"
          className="btn px-2.5"
          aria-label={`Sign out ${person.name}`}
          title={`${person.name}, ${person.role}`}
          onClick={() => signOut.mutate(undefined, { onSettled: () => void navigate('/sign-in') })}
        >
          <LogOut size={18} />
        </button>
      )}
    </div>
  );
}
