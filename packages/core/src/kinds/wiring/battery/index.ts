import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { nothing, whenWired, type WiringKind } from '../contract.ts';
import { TYPICAL } from '../typical.ts';

const device = withSources({ kind: oneOf(['battery']), name });

export const battery: WiringKind<never, Infer<typeof device>, never> = {
  segment: null,
  device: {
    shape: device,
    lines: () => [],
    terminals: () => ['plus', 'minus'],
    behavior: (_, w) => {
      w.source(w.at('plus'), w.at('minus'), TYPICAL.supplyVolts, TYPICAL.source);
      w.resistor('strap', w.at('minus'), '0', TYPICAL.strap);
    },
    signals: nothing,
    swaps: [['plus', 'minus']],
    end: 'ring, battery post',
    width: 104,
    side: (terminal) => (terminal === 'plus' ? 'right' : 'left'),
    alwaysShown: whenWired,
    pinned: false,
    offers: [],
  },
  load: null,
};
