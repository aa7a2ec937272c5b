import { formatQuantity, type UnitSystem } from '@venula/core/quantities';
import { saySignal } from '@venula/core/say';
import type { Signal } from '@venula/core/trigger';

/** "boost 5.0 psi" for a signal of the rules. */
export const signalWords = (signal: Signal, units: UnitSystem): string =>
  saySignal(signal, (dimension, value) => formatQuantity(dimension, value, units).text);
