import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { nothing, usualSide, whenWired, type WiringKind } from '../contract.ts';
import { jointOhms, of } from '../fields.ts';
import { TYPICAL } from '../typical.ts';

const device = withSources({
  kind: oneOf(['ground']),
  name,
  ohms: jointOhms('Resistance of the joint', 1, 0.003),
  of,
});
export type Ground = Infer<typeof device>;

export const ground: WiringKind<never, Ground, never> = {
  segment: null,
  device: {
    shape: device,
    lines: () => [],
    terminals: () => ['g'],
    behavior: (d, w) => w.resistor('', w.at('g'), '0', d.ohms + TYPICAL.strap),
    signals: nothing,
    swaps: [],
    end: '1/4 in ring',
    width: 112,
    side: usualSide,
    alwaysShown: whenWired,
    pinned: false,
    offers: [{ name: 'Ground point', make: () => ({ kind: 'ground', name: 'Ground point', ohms: 0.003 }) }],
  },
  load: null,
};
