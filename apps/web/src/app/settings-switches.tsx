import { UNIT_SYSTEMS, type UnitSystem } from '@venula/core/quantities';
import { Lamp, LogOut, Sun } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useMe, useSignOut } from '../api/queries.ts';
import { NewVersion } from './new-version.tsx';
import { PickMenu } from '../ui/pick-menu.tsx';
import { useSettings } from './settings.ts';

const UNITS: Readonly<Record<UnitSystem, { readonly short: string; readonly said: string }>> = {
  us: { short: 'US, L/h', said: 'US, pumps in L/h' },
  'us-gph': { short: 'US, gph', said: 'US, pumps in gph' },
  metric: { short: 'Metric', said: 'Metric' },
};

/** Units, light and who is signed in. */
export function SettingsSwitches() {
  const { units, theme, setUnits, setTheme } = useSettings();
  const [menu, setMenu] = useState(false);
  const person = useMe().data;
  const signOut = useSignOut();
  const navigate = useNavigate();
  return (
    <div className="flex items-center gap-2">
      <NewVersion />
      <PickMenu
        label={`Units, now ${UNITS[units].said}`}
        words={UNITS[units].short}
        groups={[
          {
            heading: 'Units',
            options: UNIT_SYSTEMS.map((value) => ({ value, label: UNITS[value].said })),
          },
        ]}
        open={menu}
        onOpen={setMenu}
        onPick={(value) => setUnits(value as UnitSystem)}
      />
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
