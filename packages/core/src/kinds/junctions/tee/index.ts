import { count } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { choice, labelled, oneOf, optional, type Infer } from '../../../fields/shape.ts';
import { billLine } from '../../bill-line.ts';
import { BRANCH_LOSSES } from '../../../flow/branch-losses.ts';
import { BARE, type JunctionKind } from '../../contract.ts';
import { elevation } from '../fields.ts';
import { FACES, faceName, flare, orb, type FaceId } from '../../ports/faces.ts';
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

/** "-8 × -6 × -6 flare, male"; port by port where they are of several kinds. */
function legWords(legs: readonly FaceId[]): string {
  const faces = [...legs].sort((a, b) => Number(FACES[b].size) - Number(FACES[a].size));
  const [first] = faces;
  if (first === undefined) return 'no line on it yet';
  const alike = faces.every(
    (f) => FACES[f].family === FACES[first].family && FACES[f].gender === FACES[first].gender,
  );
  if (!alike || FACES[first].family !== 'flare') return faces.map(faceName).join(' × ');
  return `${faces.map((f) => `-${FACES[f].size}`).join(' × ')} flare, ${FACES[first].gender}`;
}

export const tee: JunctionKind<Tee> = {
  shape,
  held: false,
  relieves: false,
  supply: null,
  meets: (j) => ({ at: 'branch', losses: BRANCH_LOSSES[j.form ?? 'tee'] }),
  overflows: false,
  volume: () => 0,
  ...BARE,
  lines: ({ name: called, form = 'tee', clock }, { legs }) =>
    form === 'ports'
      ? []
      : [
          billLine(
            'adapters',
            `${form === 'y' ? 'Y' : 'Tee'}, ${legWords(legs)}`,
            1,
            'each',
            clock === undefined ? called : `${called}, side leg at ${clock} o’clock`,
          ),
        ],
  face: (j, dash) => j.port ?? (j.form === 'ports' ? orb(dash, 'f') : flare(dash, 'm')),
  feeds: null,
};
