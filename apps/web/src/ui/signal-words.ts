import type { Inputs } from '@venula/core/harness';
import { formatQuantity, type UnitSystem } from '@venula/core/quantities';
import { saySignal } from '@venula/core/say';
import type { Signal } from '@venula/core/trigger';

/** "boost 5.0 psi" for a signal of the rules. */
export const signalWords = (signal: Signal, units: UnitSystem): string =>
  saySignal(signal, (dimension, value) => formatQuantity(dimension, value, units).text);

/** "Key on, with boost 5.0 psi" for one combination of inputs. */
export const inputWords = ({ ignition, crashed, made }: Inputs, units: UnitSystem): string =>
  [
    ignition ? 'Key on' : 'Key off',
    ...(crashed ? ['crash switch tripped'] : []),
    made.length > 0 ? `with ${made.map((s) => signalWords(s, units)).join(', ')}` : 'all switches open',
  ].join(', ');
