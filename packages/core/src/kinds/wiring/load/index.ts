import { quantity } from '../../../fields/field.ts';
import { id, name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { BOX, nothing, usualSide, whenWired, type WiringKind } from '../contract.ts';

/** What a circuit ends in, in the drawing: a pump or another load of the plan. */
const device = withSources({
  kind: oneOf(['load']),
  name,
  loadId: id,
  ohms: quantity({ label: 'Resistance at rest', dimension: 'winding', unit: 'Ω', min: 0.05, max: 10_000 }),
});

export const load: WiringKind<never, Infer<typeof device>, never> = {
  segment: null,
  device: {
    shape: device,
    lines: () => [],
    terminals: () => ['plus', 'minus'],
    behavior: (d, w) => {
      w.load(w.at('plus'), w.at('minus'));
      w.resistor('', w.at('plus'), w.at('minus'), d.ohms);
    },
    signals: nothing,
    swaps: [['plus', 'minus']],
    end: 'sealed connector pin',
    width: BOX,
    side: usualSide,
    alwaysShown: whenWired,
    pinned: true,
    offers: [],
  },
  load: null,
};
