import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { fitted } from '../fields.ts';
import { bore, lossK } from '../component/fields.ts';

/** A diaphragm with a spring or a gas cushion behind it, on the line or the rail: it takes the edge off the pulses. */
export const pulsationDamperShape = withSources({
  kind: oneOf(['pulsation-damper']),
  name,
  ...fitted,
  k: lossK({ max: 100, usual: 0.5, why: 'typical of one the fuel flows past' }),
  boreM: bore(0.0079),
  gasM3: quantity({
    label: 'Cushion',
    dimension: 'smallVolume',
    unit: 'm³',
    min: 0,
    max: 1e-4,
    usual: 4e-6,
    why: 'volume behind the diaphragm; estimate until the maker’s figure is known',
  }),
});
export type PulsationDamper = Infer<typeof pulsationDamperShape>;

export const makePulsationDamper = (): PulsationDamper => ({
  kind: 'pulsation-damper',
  name: 'Pulsation damper',
  k: 0.5,
  boreM: 0.0079,
  gasM3: 4e-6,
});
