import { count } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { choice, labelled, oneOf, optional, type Infer } from '../../../fields/shape.ts';
import { billLine } from '../../bill-line.ts';
import { BRANCH_K } from '../../../flow/minor-losses.ts';
import { BARE, type JunctionKind } from '../../contract.ts';
import { elevation } from '../fields.ts';
import { flare, orb } from '../../ports/faces.ts';
import { junctionPort } from '../../ports/port-fields.ts';

const shape = withSources({
  kind: oneOf(['tee']),
  name,
  elevationM: elevation,
  ...junctionPort,
  /** Absent: a tee. */
  form: optional(labelled('Form', choice({ tee: 'tee', y: 'Y', ports: 'ports of one part' }))),
  clock: optional(
    count({
      label: 'Side leg points to, o’clock',
      min: 1,
      max: 12,
      usual: 12,
      absent: 'as it lies best',
      why: 'looking the way the fuel flows, 12 is up',
    }),
  ),
});
export type Tee = Infer<typeof shape>;

export const tee: JunctionKind<Tee> = {
  shape,
  held: false,
  relieves: false,
  supply: null,
  meets: (j) => ({ at: 'branch', ...BRANCH_K[j.form ?? 'tee'] }),
  overflows: false,
  volume: () => 0,
  ...BARE,
  lines: ({ form = 'tee', clock }, { dashes }) =>
    form === 'ports'
      ? []
      : [
          billLine(
            'adapters',
            `${form === 'y' ? 'Y' : 'Tee'}, ${dashes.map((d) => `-${d}`).join(' × ')}`,
            1,
            'each',
            clock === undefined ? '' : `side leg at ${clock} o’clock`,
          ),
        ],
  face: (j, dash) => j.port ?? (j.form === 'ports' ? orb(dash, 'f') : flare(dash, 'm')),
  feeds: null,
};
