import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { nothing, usualSide, whenWired, type WiringKind } from '../contract.ts';
import { TYPICAL } from '../typical.ts';

/** Live with the key on. */
const device = withSources({ kind: oneOf(['ignition']), name });

export const ignition: WiringKind<never, Infer<typeof device>, never> = {
  segment: null,
  device: {
    shape: device,
    lines: () => [],
    terminals: () => ['out'],
    behavior: (_, w) => w.contact('key', w.live, w.at('out'), TYPICAL.key, (i) => i.ignition),
    signals: nothing,
    swaps: [],
    end: 'ring or fuse tap',
    width: 112,
    side: usualSide,
    alwaysShown: whenWired,
    pinned: false,
    offers: [{ name: 'Ignition feed', make: () => ({ kind: 'ignition', name: 'Ignition feed' }) }],
  },
  load: null,
};
