import { formatQuantity, type Dimension, type UnitSystem } from '@venula/core/quantities';
import { createContext, useContext } from 'react';

export type Theme = 'bench' | 'lamp';

export interface Settings {
  readonly units: UnitSystem;
  readonly theme: Theme;
  readonly setUnits: (units: UnitSystem) => void;
  /** What the shop works in: until somebody chooses otherwise on this device. */
  readonly setShopUnits: (units: UnitSystem) => void;
  readonly setTheme: (theme: Theme) => void;
}

export const SettingsContext = createContext<Settings | null>(null);

export function useSettings(): Settings {
  const value = useContext(SettingsContext);
  if (!value) throw new Error('useSettings outside the application');
  return value;
}

/** Formats SI values in the unit system chosen. */
export function useFormat(): (dimension: Dimension, value: number, decimals?: number) => string {
  const { units } = useSettings();
  return (dimension, value, decimals) => formatQuantity(dimension, value, units, decimals).text;
}
