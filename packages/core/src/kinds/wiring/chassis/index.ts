import { formatQuantity } from '../../../quantities/format.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { billLine } from '../../bill-line.ts';
import type { WiringKind } from '../contract.ts';
import { jointOhms } from '../fields.ts';
import type { Ground } from '../ground/index.ts';

/** A ground point in the row of a circuit: drawn as a ground, where its way ends. */
const segment = withSources({
  kind: oneOf(['chassis']),
  name,
  ohms: jointOhms('Resistance of the joint', 1, 0.003),
});
type Chassis = Infer<typeof segment>;

export const chassis: {
  readonly segment: NonNullable<WiringKind<Chassis, Ground, never>['segment']>;
  readonly device: null;
  readonly load: null;
} = {
  segment: {
    shape: segment,
    meets: {
      as: 'joint',
      ohms: (s) => s.ohms,
      sound: { ohms: 0.005, field: 'ohms', mend: 'Clean to bare metal, new lug, star washer' },
    },
    contact: null,
    drawn: {
      device: (s, piece) => ({ kind: 'ground', name: s.name, ohms: s.ohms, of: piece }),
      in: 'g',
      out: 'g',
      ends: true,
      refreshed: (d, s) => ({ ...d, name: s.name, ohms: s.ohms }),
    },
    lines: (s) => [
      billLine('electrical', 'Bolt, 1/4 in, with star washer, chassis ground', 1, 'each', s.name),
    ],
    caption: (s, units) => formatQuantity('resistance', s.ohms, units).text,
    offers: [
      { name: 'Chassis ground', make: () => ({ kind: 'chassis', name: 'Chassis ground', ohms: 0.003 }) },
    ],
  },
  device: null,
  load: null,
};
