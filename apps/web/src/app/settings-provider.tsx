import { UNIT_SYSTEMS, type UnitSystem } from '@venula/core/quantities';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { SettingsContext, type Theme } from './settings.ts';

const stored = <T extends string>(key: string, values: readonly T[], otherwise: T): T => {
  const value = localStorage.getItem(key) as T | null;
  return value !== null && values.includes(value) ? value : otherwise;
};

/** Kept on the device: a tablet on a cart keeps its units and its light. */
export function SettingsProvider({ children }: { readonly children: ReactNode }) {
  const [units, setUnits] = useState<UnitSystem>(() => stored('venula:units', UNIT_SYSTEMS, 'us'));
  const [theme, setTheme] = useState<Theme>(() => stored('venula:theme', ['bench', 'lamp'], 'bench'));
  useEffect(() => localStorage.setItem('venula:units', units), [units]);
  useEffect(() => {
    localStorage.setItem('venula:theme', theme);
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);
  const value = useMemo(() => ({ units, theme, setUnits, setTheme }), [units, theme]);
  return <SettingsContext value={value}>{children}</SettingsContext>;
}
