import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { flag, list, object, oneOf, optional, type Infer } from '../../../fields/shape.ts';
import { END_IDS } from './ends.ts';
import { DASH_SIZES, HOSE_KIND_IDS } from './hoses.ts';

export const runShape = object({
  kind: oneOf(['run']),
  name,
  hose: oneOf(HOSE_KIND_IDS),
  dash: oneOf(DASH_SIZES),
  boreM: optional(
    quantity({
      label: 'Bore as measured',
      dimension: 'bore',
      unit: 'm',
      min: 1e-3,
      max: 0.05,
      why: 'where it differs from the size table’s',
    }),
  ),
  lengthM: quantity({ label: 'Length', dimension: 'length', unit: 'm', min: 0.01, max: 30 }),
  ends: list(oneOf(END_IDS), 2, 2),
  bendDegrees: quantity({
    label: 'Bends, added up',
    dimension: 'count',
    unit: '°',
    min: 0,
    max: 1080,
    usual: 180,
  }),
  extraK: quantity({
    label: 'Other fittings in it',
    dimension: 'coefficient',
    unit: '',
    min: 0,
    max: 100,
    usual: 0,
    why: 'loss coefficient on the hose’s bore',
  }),
  zone: oneOf(['in-tank', 'under-body', 'engine-bay', 'cabin']),
  existing: flag(),
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
