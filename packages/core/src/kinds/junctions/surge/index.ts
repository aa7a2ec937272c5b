import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { VESSEL_K } from '../../../flow/minor-losses.ts';
import { BARE, type JunctionKind } from '../../contract.ts';
import { checkValve } from '../../plumbing/check-valve/law.ts';
import { elevation } from '../fields.ts';
import { orb } from '../../ports/faces.ts';
import { junctionPort } from '../../ports/port-fields.ts';

/** A small tank kept full by a lift pump; what it cannot hold leaves by its overflow. */
const shape = withSources({
  kind: oneOf(['surge']),
  name,
  elevationM: elevation,
  ...junctionPort,
  volumeM3: quantity({
    label: 'Volume',
    dimension: 'volume',
    unit: 'm³',
    min: 1e-4,
    max: 0.05,
    usual: 2.5e-3,
  }),
});
export type Surge = Infer<typeof shape>;

/** Its free surface: as good as no loss at any flow a shop meets. */
const SURFACE = { crackPa: 0, k: 1, bore: 0.05 } as const;

export const surge: JunctionKind<Surge> = {
  shape,
  held: false,
  relieves: true,
  // Air comes in as its level falls: that flow is what the tank loses.
  supply: { varies: false, at: (_, { fuel }) => checkValve(SURFACE, fuel.density) },
  meets: () => ({ at: 'vessel', leaving: VESSEL_K.flush, entering: VESSEL_K.exit }),
  overflows: true,
  volume: () => 0,
  ...BARE,
  face: (j, dash) => j.port ?? orb(dash, 'f'),
  feeds: null,
};
