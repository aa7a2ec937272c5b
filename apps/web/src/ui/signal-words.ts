import type { Inputs } from '@venula/core/harness';
import { formatQuantity, type UnitSystem } from '@venula/core/quantities';

const LEVELS: Readonly<Record<string, readonly [string, 'pressure' | 'fraction' | 'engineSpeed']>> = {
  boost: ['boost', 'pressure'],
  throttle: ['throttle', 'fraction'],
  rpm: ['engine', 'engineSpeed'],
  'oil-pressure': ['oil', 'pressure'],
};

/** "boost 5.0 psi" for a signal key of the rules. */
export function signalWords(key: string, units: UnitSystem): string {
  const [kind = '', level] = key.split('@');
  const known = LEVELS[kind];
  if (known && level !== undefined)
    return `${known[0]} ${formatQuantity(known[1], Number(level), units).text}`;
  if (key.startsWith('panel:')) return `switch “${key.slice(6)}”`;
  if (key.startsWith('ecu:')) return `output “${key.slice(4)}”`;
  return key === 'engine-turning' ? 'engine turns' : key;
}

/** "Key on, with boost 5.0 psi" for one combination of inputs. */
export function inputWords(inputs: Inputs, units: UnitSystem): string {
  const on = Object.entries(inputs.signals)
    .filter(([, v]) => v)
    .map(([k]) => signalWords(k, units));
  return [
    inputs.ignition ? 'Key on' : 'Key off',
    ...(inputs.crashed ? ['crash switch tripped'] : []),
    on.length > 0 ? `with ${on.join(', ')}` : 'nothing else made',
  ].join(', ');
}
