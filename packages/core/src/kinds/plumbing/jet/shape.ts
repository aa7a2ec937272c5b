import { quantity } from '../../../fields/field.ts';
import { id, name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { labelled, oneOf, type Infer } from '../../../fields/shape.ts';
import { stands } from '../fields.ts';
import { lossK } from '../component/fields.ts';

/** A jet in the return that carries fuel over from another tank: so much for each part of drive flow. */
export const jetShape = withSources({
  kind: oneOf(['jet']),
  name,
  ...stands,
  k: lossK({ max: 200, usual: 1.2, why: 'of its nozzle' }),
  boreM: quantity({
    label: 'Nozzle bore',
    dimension: 'bore',
    unit: 'm',
    min: 5e-4,
    max: 0.02,
    usual: 0.0055,
  }),
  transferRatio: quantity({
    label: 'Carried over per drive flow',
    dimension: 'coefficient',
    unit: '',
    min: 0,
    max: 5,
    usual: 0.6,
    why: 'estimate; no drive flow, no transfer',
  }),
  fromId: labelled('Draws from', id),
});
export type Jet = Infer<typeof jetShape>;

export const makeJet = (fromId = 'far'): Jet => ({
  kind: 'jet',
  name: 'Transfer jet',
  k: 1.2,
  boreM: 0.0055,
  transferRatio: 0.6,
  fromId,
});
