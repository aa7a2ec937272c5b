import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { fitted } from '../fields.ts';
import { cv, droop, ratio } from '../bypass-regulator/fields.ts';
import { REGULATORS } from '../bypass-regulator/seats.ts';

/** A second regulator in the return behind the first: raises several times the boost above its start. */
export const risingRateShape = withSources({
  kind: oneOf(['rising-rate']),
  name,
  ...fitted,
  ratio: ratio(1, 20, 8),
  startPa: quantity({
    label: 'Starts at',
    dimension: 'pressure',
    unit: 'Pa gauge',
    min: 0,
    max: 200e3,
    usual: 0,
  }),
  droop,
  cv,
});
export type RisingRate = Infer<typeof risingRateShape>;

export const makeRisingRate = (): RisingRate => ({
  kind: 'rising-rate',
  name: 'Rising-rate unit',
  ratio: 8,
  startPa: 0,
  droop: REGULATORS.large.droop,
  cv: REGULATORS.large.cv,
});

/** Boost above its start, times its ratio, Pa gauge. */
export const risingPressure = (e: RisingRate, manifold: number): number =>
  e.ratio * Math.max(0, manifold - e.startPa);
