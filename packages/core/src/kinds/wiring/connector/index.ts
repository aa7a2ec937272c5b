import { formatQuantity } from '../../../quantities/format.ts';
import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { labelled, oneOf, optional, text, type Infer } from '../../../fields/shape.ts';
import { billLine } from '../../bill-line.ts';
import { nothing, usualSide, whenWired, type WiringKind } from '../contract.ts';
import { jointOhms, of } from '../fields.ts';

/** A sound pin pair, Ω (typical). */
const PIN_OHMS = 0.002;
/** No joint is less than this in the logic, Ω: a resistor needs a resistance. */
const LEAST_OHMS = 1e-4;

/** One pin of a plug; pins of one housing carry the same housing name. */
const segment = withSources({
  kind: oneOf(['connector']),
  name,
  ohms: jointOhms('Pin resistance', 1, PIN_OHMS),
  housing: optional(labelled('Plug', text(40, 1))),
  pin: optional(labelled('Pin', text(8, 1))),
  pinA: optional(
    quantity({
      label: 'A pin carries',
      dimension: 'amps',
      unit: 'A',
      min: 1,
      max: 100,
      usual: 25,
      absent: 'not known',
    }),
  ),
});
const device = withSources({
  kind: oneOf(['connector']),
  name,
  ohms: jointOhms('Pin resistance', 1, PIN_OHMS),
  of,
});

export const connector: WiringKind<Infer<typeof segment>, Infer<typeof device>, never> = {
  segment: {
    shape: segment,
    meets: {
      as: 'joint',
      ohms: (s) => s.ohms,
      sound: { ohms: PIN_OHMS, field: 'ohms', mend: 'Replace the terminals of this plug' },
    },
    contact: (s) => s.pinA,
    drawn: {
      device: (s, piece) => ({ kind: 'connector', name: s.name, ohms: s.ohms, of: piece }),
      in: 'a',
      out: 'b',
      ends: false,
      refreshed: (d, s) => ({ ...d, name: s.name, ohms: s.ohms }),
    },
    lines: (s) => [billLine('electrical', `Plug pair, sealed: ${s.name}`, 1, 'each')],
    caption: (s, units) => formatQuantity('resistance', s.ohms, units).text,
    offers: [{ name: 'Connector', make: () => ({ kind: 'connector', name: 'Connector', ohms: PIN_OHMS }) }],
  },
  device: {
    shape: device,
    lines: (d) => [billLine('electrical', `Plug pair, sealed: ${d.name}`, 1, 'each')],
    terminals: () => ['a', 'b'],
    behavior: (d, w) => w.resistor('', w.at('a'), w.at('b'), Math.max(LEAST_OHMS, d.ohms)),
    signals: nothing,
    swaps: [],
    end: 'sealed connector pin',
    width: 112,
    side: usualSide,
    alwaysShown: whenWired,
    pinned: false,
    offers: [{ name: 'Plug', make: () => ({ kind: 'connector', name: 'Plug', ohms: PIN_OHMS }) }],
  },
  load: null,
};
