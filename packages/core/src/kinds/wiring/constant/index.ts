import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { nothing, usualSide, whenWired, type WiringKind } from '../contract.ts';
import { TYPICAL } from '../typical.ts';

/** A stud of the fuse box: always live. */
const device = withSources({ kind: oneOf(['constant']), name });

export const constant: WiringKind<never, Infer<typeof device>, never> = {
  segment: null,
  device: {
    shape: device,
    lines: () => [],
    terminals: () => ['out'],
    behavior: (_, w) => w.resistor('', w.live, w.at('out'), TYPICAL.stud),
    signals: nothing,
    swaps: [],
    end: 'ring or fuse tap',
    width: 112,
    side: usualSide,
    alwaysShown: whenWired,
    pinned: false,
    offers: [{ name: 'Fuse box stud', make: () => ({ kind: 'constant', name: 'Fuse box stud' }) }],
  },
  load: null,
};
