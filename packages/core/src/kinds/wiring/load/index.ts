import { quantity } from '../../../fields/field.ts';
import { id, name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { flag, oneOf, optional, type Infer } from '../../../fields/shape.ts';
import { BOX, nothing, usualSide, whenWired, type WiringKind } from '../contract.ts';

/** What a circuit ends in, in the drawing: a pump or another load of the plan. */
const device = withSources({
  kind: oneOf(['load']),
  name,
  loadId: id,
  /** A sender with one wire: its way back is the body it is screwed into. */
  bodyGround: optional(flag()),
  ohms: quantity({ label: 'Resistance at rest', dimension: 'winding', unit: 'Ω', min: 0.05, max: 10_000 }),
});

export const load: WiringKind<never, Infer<typeof device>, never> = {
  segment: null,
  device: {
    shape: device,
    lines: () => [],
    terminals: (d) => (d.bodyGround ? ['plus'] : ['plus', 'minus']),
    behavior: (d, w) => {
      const home = d.bodyGround ? '0' : w.at('minus');
      w.load(w.at('plus'), home);
      w.resistor('', w.at('plus'), home, d.ohms);
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
