import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import type { JunctionKind } from '../../contract.ts';
import { elevation } from '../fields.ts';

const shape = withSources({ kind: oneOf(['tank']), name, elevationM: elevation });
export type Tank = Infer<typeof shape>;

export const tank: JunctionKind<Tank> = {
  shape,
  held: true,
  relieves: true,
  supply: null,
  overflows: false,
  volume: () => 0,
};
