import { formatQuantity } from '../../../quantities/format.ts';
import { billLine } from '../../bill-line.ts';
import type { WiringKind } from '../contract.ts';
import { makeWire, wireLength, wireShape, type Wire } from './segment.ts';
import { wireSizeName } from './wire.ts';

/** Terminations and a service loop, m per wire. */
const WIRE_ALLOWANCE = 0.2;

export const wire: WiringKind<Wire, never, never> = {
  segment: {
    shape: wireShape,
    meets: { as: 'wire' },
    contact: null,
    drawn: null,
    lines: (s) => {
      const clad = s.conductor === 'copper-clad';
      return [
        billLine(
          'wire',
          `Wire ${wireSizeName(s.size)}, ${clad ? 'copper-clad aluminum' : 'copper'}, ${s.color || 'any color'}`,
          wireLength(s) + WIRE_ALLOWANCE,
          'm',
          s.name,
          clad ? 'not in a pump feed' : undefined,
        ),
      ];
    },
    caption: (s, units) =>
      `${wireSizeName(s.size)}${s.conductor === 'copper-clad' ? ' CCA' : ''}, ${formatQuantity('length', wireLength(s), units).text}`,
    offers: [{ name: 'Wire', make: () => makeWire('Relay to pump', 'red/white', 4.5, 'under-body') }],
  },
  device: null,
  load: null,
};
