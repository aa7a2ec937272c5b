import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { billLine, type BillLine } from '../../bill-line.ts';
import { nothing, usualSide, whenWired, type WiringKind } from '../contract.ts';
import { of, ratingA } from '../fields.ts';
import { ALL_FUSES } from '../wire/wire-data.ts';
import { FUSE_DISTANCE_LIMIT, fuseOhms } from './fuse.ts';

const segment = withSources({
  kind: oneOf(['fuse']),
  name,
  ratingA: ratingA('Fuse rating', 1, { sizes: ALL_FUSES }),
  distanceM: quantity({
    label: 'Distance from the source',
    dimension: 'length',
    unit: 'm',
    min: 0,
    max: 5,
    usual: 0.15,
    why: `within ${FUSE_DISTANCE_LIMIT} m (7 in): ABYC E-11`,
  }),
});
const device = withSources({
  kind: oneOf(['fuse']),
  name,
  ratingA: ratingA('Fuse rating', 1, { sizes: ALL_FUSES }),
  of,
});

const fuseLines = (rating: number, where = ''): BillLine[] => [
  billLine('electrical', `Fuse ${rating} A`, 1, 'each'),
  billLine(
    'electrical',
    `Fuse holder, sealed, for ${rating} A`,
    1,
    'each',
    where || 'within 7 in (175 mm) of the source',
  ),
];

export const fuse: WiringKind<Infer<typeof segment>, Infer<typeof device>, never> = {
  segment: {
    shape: segment,
    meets: { as: 'joint', ohms: (s) => fuseOhms(s.ratingA), sound: null },
    contact: null,
    drawn: {
      device: (s, piece) => ({ kind: 'fuse', name: s.name, ratingA: s.ratingA, of: piece }),
      in: 'a',
      out: 'b',
      ends: false,
      refreshed: (d, s) => ({ ...d, name: s.name, ratingA: s.ratingA }),
    },
    lines: (s) => fuseLines(s.ratingA),
    caption: (s) => `${s.ratingA} A`,
    offers: [
      {
        name: 'Fuse',
        make: () => ({ kind: 'fuse', name: 'Fuse at the battery', ratingA: 30, distanceM: 0.15 }),
      },
    ],
  },
  device: {
    shape: device,
    lines: (d) => fuseLines(d.ratingA, d.name),
    terminals: () => ['a', 'b'],
    behavior: (d, w) => w.resistor('', w.at('a'), w.at('b'), fuseOhms(d.ratingA), d.ratingA),
    signals: nothing,
    swaps: [],
    end: 'fuse holder contact',
    width: 120,
    side: usualSide,
    alwaysShown: whenWired,
    pinned: true,
    offers: [{ name: 'Fuse', make: () => ({ kind: 'fuse', name: 'Fuse', ratingA: 10 }) }],
  },
  load: null,
};
