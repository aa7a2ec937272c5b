import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { gauge } from '../../../quantities/pressure.ts';
import { BARE, type JunctionKind } from '../../contract.ts';
import { elevation } from '../fields.ts';
import { factoryAtRest, factorySource } from './law.ts';

import { junctionPort } from '../../ports/port-fields.ts';
import { LPH } from '../../../quantities/constants.ts';

/** The car's own supply, kept as it is: holds its set pressure up to its capacity, never takes fuel back. */
const shape = withSources({
  kind: oneOf(['factory']),
  name,
  elevationM: elevation,
  ...junctionPort,
  setPa: quantity({ label: 'Set pressure', dimension: 'pressure', unit: 'Pa', min: 50e3, max: 800e3 }),
  capacityM3s: quantity({
    label: 'Flow at set pressure',
    dimension: 'flow',
    unit: 'm³/s',
    min: 5 * LPH,
    max: 1000 * LPH,
    usual: 170 * LPH,
  }),
  shutOffPa: quantity({
    label: 'Pressure with no flow',
    dimension: 'pressure',
    unit: 'Pa',
    min: 100e3,
    max: 2e6,
    why: 'of its pump, its own regulator aside',
  }),
});
export type Factory = Infer<typeof shape>;

export const factory: JunctionKind<Factory> = {
  shape,
  held: false,
  relieves: true,
  supply: {
    varies: true,
    at: (j, { mode, pumpsOn }) =>
      pumpsOn
        ? factorySource({
            setPa: gauge(j.setPa),
            shutOffPa: gauge(j.shutOffPa),
            capacity: j.capacityM3s,
            regulated: mode !== 'available',
          })
        : factoryAtRest(gauge(j.setPa)),
  },
  // What it loses in itself is in its own figures.
  meets: () => ({ at: 'vessel', leaving: 0, entering: 0 }),
  overflows: false,
  volume: () => 0,
  ...BARE,
  face: (j) => j.port ?? 'quick-3/8-m',
  feeds: null,
};
