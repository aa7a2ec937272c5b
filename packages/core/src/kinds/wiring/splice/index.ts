import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { nothing, usualSide, whenWired, type WiringKind } from '../contract.ts';
import { billLine } from '../../bill-line.ts';

const device = withSources({ kind: oneOf(['splice']), name });

export const splice: WiringKind<never, Infer<typeof device>, never> = {
  segment: null,
  device: {
    shape: device,
    lines: (d) => [billLine('electrical', 'Butt splice with heat shrink', 1, 'each', d.name)],
    terminals: () => ['s'],
    // One node, and nothing in it.
    behavior: () => undefined,
    signals: nothing,
    swaps: [],
    end: 'splice, sealed',
    width: 96,
    side: usualSide,
    alwaysShown: whenWired,
    pinned: false,
    offers: [{ name: 'Splice', make: () => ({ kind: 'splice', name: 'Splice' }) }],
  },
  load: null,
};
