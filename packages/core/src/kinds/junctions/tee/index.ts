import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import type { JunctionKind } from '../../contract.ts';
import { elevation } from '../fields.ts';

const shape = withSources({ kind: oneOf(['tee']), name, elevationM: elevation });
export type Tee = Infer<typeof shape>;

export const tee: JunctionKind<Tee> = {
  shape,
  held: false,
  relieves: false,
  supply: null,
  overflows: false,
  volume: () => 0,
};
