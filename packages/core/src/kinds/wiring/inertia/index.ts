import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { nothing, usualSide, whenWired, type WiringKind } from '../contract.ts';
import { TYPICAL } from '../typical.ts';
import { billLine } from '../../bill-line.ts';

/** Opens when it trips. */
const device = withSources({ kind: oneOf(['inertia']), name });

export const inertia: WiringKind<never, Infer<typeof device>, never> = {
  segment: null,
  device: {
    shape: device,
    lines: (d) => [billLine('electrical', 'Crash switch', 1, 'each', d.name)],
    terminals: () => ['a', 'b'],
    behavior: (_, w) => w.contact('crash', w.at('a'), w.at('b'), TYPICAL.switch, (i) => !i.crashed),
    signals: nothing,
    swaps: [],
    end: '1/4 in spade, insulated',
    width: 112,
    side: usualSide,
    alwaysShown: whenWired,
    pinned: true,
    offers: [{ name: 'Crash switch', make: () => ({ kind: 'inertia', name: 'Crash switch' }) }],
  },
  load: null,
};
