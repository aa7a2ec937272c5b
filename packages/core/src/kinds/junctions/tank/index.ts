import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { VESSEL_K } from '../../../flow/minor-losses.ts';
import type { JunctionKind } from '../../contract.ts';
import { elevation } from '../fields.ts';

const shape = withSources({ kind: oneOf(['tank']), name, elevationM: elevation });
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
  feeds: null,
};
