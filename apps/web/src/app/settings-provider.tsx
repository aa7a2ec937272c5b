import { UNIT_SYSTEMS, type UnitSystem } from '@venula/core/quantities';
import { useCallback, useEffect, useMemo, useState, type ReactNode } from 'react';
import { SettingsContext, type Theme } from './settings.ts';
import { UnitsNotice } from './units-notice.tsx';

const stored = <T extends string, O>(key: string, values: readonly T[], otherwise: O): T | O => {
  const value = localStorage.getItem(key) as T | null;
  return value !== null && values.includes(value) ? value : otherwise;
};

/** Kept on the device: a tablet on a cart keeps its units and its light. */
export function SettingsProvider({ children }: { readonly children: ReactNode }) {
  const [chosen, setChosen] = useState<UnitSystem | null>(() => stored('venula:units', UNIT_SYSTEMS, null));
  const [ofShop, setShopUnits] = useState<UnitSystem>('us');
  const units = chosen ?? ofShop;
  const [theme, setTheme] = useState<Theme>(() => stored('venula:theme', ['bench', 'lamp'], 'bench'));
  // What nobody chose here follows the shop.
  useEffect(() => {
    if (chosen) localStorage.setItem('venula:units', chosen);
  }, [chosen]);
  useEffect(() => {
    localStorage.setItem('venula:theme', theme);
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);
  /** The units before the last change, while that change can be undone. */
  const [before, setBefore] = useState<UnitSystem | null>(null);
  const gone = useCallback(() => setBefore(null), []);
  const value = useMemo(
    () => ({
      units,
      theme,
      setUnits: (next: UnitSystem) => {
        if (next === units) return;
        setBefore(units);
        setChosen(next);
      },
      setShopUnits,
      setTheme,
    }),
    [units, theme],
  );
  return (
    <SettingsContext value={value}>
      {children}
      {before && (
        <UnitsNotice
          units={units}
          onUndo={() => {
            setChosen(before);
            gone();
          }}
          onGone={gone}
        />
      )}
    </SettingsContext>
  );
}
