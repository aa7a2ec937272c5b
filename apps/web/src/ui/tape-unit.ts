import { useSyncExternalStore } from 'react';

/** What a bare figure on a tape is, and how the field shows it. */
export type TapeUnit = 'in' | 'ft';

const KEY = 'venula-tape-unit';
const listeners = new Set<() => void>();

const read = (): TapeUnit => {
  try {
    return localStorage.getItem(KEY) === 'ft' ? 'ft' : 'in';
  } catch {
    // A browser that keeps nothing: inches.
    return 'in';
  }
};

function write(unit: TapeUnit): void {
  try {
    localStorage.setItem(KEY, unit);
  } catch {
    return;
  }
  listeners.forEach((listener) => listener());
}

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Inches or feet in every field that is measured by tape, and a switch for it; kept on the device. */
export function useTapeUnit(): readonly [TapeUnit, () => void] {
  const unit = useSyncExternalStore(subscribe, read);
  return [unit, () => write(unit === 'in' ? 'ft' : 'in')];
}
