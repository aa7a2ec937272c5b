import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { choice, labelled, oneOf, optional, type Infer } from '../../../fields/shape.ts';
import { VESSEL_K } from '../../../flow/minor-losses.ts';
import { BARE, type JunctionKind } from '../../contract.ts';
import { elevation, WALLS } from '../fields.ts';
import { orb } from '../../ports/faces.ts';
import { junctionPort } from '../../ports/port-fields.ts';

const shape = withSources({
  kind: oneOf(['rail']),
  name,
  elevationM: elevation,
  ...junctionPort,
  volumeM3: quantity({
    label: 'Volume',
    dimension: 'volume',
    unit: 'm³',
    min: 1e-6,
    max: 5e-3,
    usual: 0.12e-3,
  }),
  material: optional(labelled('Made of', choice({ aluminum: 'aluminum', steel: 'steel' })), 'aluminum'),
});
export type Rail = Infer<typeof shape>;

export const rail: JunctionKind<Rail> = {
  shape,
  held: false,
  relieves: false,
  supply: null,
  meets: () => ({ at: 'vessel', leaving: VESSEL_K.flush, entering: VESSEL_K.exit }),
  overflows: false,
  volume: (j) => j.volumeM3,
  ...BARE,
  wall: (j) => WALLS[j.material ?? 'aluminum'],
  face: (j, dash) => j.port ?? orb(dash, 'f'),
  ends: 2,
  feeds: 'injectors',
};
