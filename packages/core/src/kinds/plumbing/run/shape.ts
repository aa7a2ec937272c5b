import { count, quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { choice, flag, labelled, list, oneOf, optional, type Infer } from '../../../fields/shape.ts';
import { ZONES } from '../fields.ts';
import { END_IDS } from './ends.ts';
import { DASH_SIZES, HOSE_KINDS, HOSE_KIND_IDS } from './hoses.ts';

/** Shortest line, m (3/8 in), and longest: no hose is sold longer in one piece (98 ft). */
export const SHORTEST_LINE = 0.0095;
export const LONGEST_LINE = 30;

export const runShape = withSources({
  kind: oneOf(['run']),
  name,
  hose: labelled(
    'Hose or tube',
    oneOf(HOSE_KIND_IDS, (kind) => HOSE_KINDS[kind].name),
  ),
  dash: labelled(
    'Size',
    oneOf(DASH_SIZES, (dash) => `-${dash}`),
  ),
  boreM: optional(
    quantity({
      label: 'Actual bore',
      dimension: 'bore',
      unit: 'm',
      min: 1e-3,
      max: 0.05,
      absent: 'by its size',
      why: 'where it differs from the size table’s',
    }),
  ),
  lengthM: quantity({
    label: 'Length',
    dimension: 'length',
    unit: 'm',
    min: SHORTEST_LINE,
    max: LONGEST_LINE,
  }),
  ends: labelled('Ends', list(oneOf(END_IDS), 2, 2)),
  bendDegrees: quantity({
    label: 'Bends added up',
    dimension: 'angle',
    unit: '°',
    min: 0,
    max: 1080,
    usual: 180,
  }),
  extraK: quantity({
    label: 'Other losses (K)',
    dimension: 'coefficient',
    unit: '',
    min: 0,
    max: 100,
    usual: 0,
    why: 'loss coefficient on the hose’s bore',
  }),
  zone: labelled('Runs through', choice(ZONES)),
  existing: labelled('Already in the car', flag()),
  ageYears: optional(
    count({
      label: 'Age of the hose, years',
      min: 0,
      max: 80,
      usual: 0,
      absent: 'new, or not known',
      why: 'by the date on its layline, else by the car’s own age',
    }),
  ),
});
export type Run = Infer<typeof runShape>;

export const makeRun = (
  name: string,
  dash: Run['dash'],
  lengthM: number,
  zone: Run['zone'],
  bendDegrees = 180,
): Run => ({
  kind: 'run',
  name,
  hose: 'ptfe',
  dash,
  lengthM,
  ends: ['straight', 'elbow-45'],
  bendDegrees,
  extraK: 0,
  zone,
  existing: false,
});
