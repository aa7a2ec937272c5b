import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { choice, flag, labelled, oneOf, optional, type Infer } from '../../../fields/shape.ts';
import { VESSEL_K } from '../../../flow/minor-losses.ts';
import { component } from '../../bill-line.ts';
import { BARE, type JunctionKind } from '../../contract.ts';
import { elevation } from '../fields.ts';

import { junctionPort } from '../../ports/port-fields.ts';

const length = (
  label: string,
  { usual, min = 0, max }: { readonly usual: number; readonly min?: number; readonly max: number },
  absent: string,
  why: string,
) => optional(quantity({ label, dimension: 'length', unit: 'm', min, max, usual, absent, why }));

const shape = withSources({
  kind: oneOf(['tank']),
  name,
  elevationM: elevation,
  ...junctionPort,
  form: optional(labelled('Is', choice({ own: 'the car’s own tank', cell: 'a fuel cell' })), 'the car’s own'),
  volumeM3: optional(
    quantity({
      label: 'Holds',
      dimension: 'volume',
      unit: 'm³',
      min: 1e-3,
      max: 0.4,
      usual: 0.06,
      absent: 'not known',
    }),
  ),
  depthM: length(
    'Depth of fuel when full',
    { usual: 0.254, min: 0.02, max: 1.5 },
    'not known',
    'the pick-up stands in it',
  ),
  pickupM: length(
    'Pick-up above its floor',
    { usual: 0.0127, max: 0.5 },
    'on its floor',
    'where it draws, not where it is mounted',
  ),
  pickupBackM: length(
    'Pick-up rearward of its middle',
    { usual: 0.1524, min: -1, max: 1 },
    'in its middle',
    'negative: ahead of it',
  ),
  /** Of a fuel cell: what stands between it and the people. */
  bulkhead: optional(
    labelled('Sealed bulkhead to the people', flag({ true: 'fitted', false: 'none' })),
    'none',
  ),
});
export type Tank = Infer<typeof shape>;

export const tank: JunctionKind<Tank> = {
  shape,
  held: true,
  relieves: true,
  supply: null,
  // Its pick-up is a tube that stands into it.
  meets: () => ({ at: 'vessel', leaving: VESSEL_K.projecting, entering: VESSEL_K.exit }),
  overflows: false,
  volume: () => 0,
  ...BARE,
  filled: (j, level) => level * (j.depthM ?? 0),
  lines: (j) =>
    j.form === 'cell' ? component(`Fuel cell with foam: ${j.name}`, 'frame and straps into structure') : [],
  face: (j) => j.port ?? 'in-tank',
  feeds: null,
};
