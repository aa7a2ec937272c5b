import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { labelled, oneOf, type Infer } from '../../../fields/shape.ts';
import { fitted } from '../fields.ts';
import { cv, droop, ratio, referenced, setPa } from '../bypass-regulator/fields.ts';
import { REGULATORS } from '../bypass-regulator/seats.ts';

export const blockingRegulatorShape = withSources({
  kind: oneOf(['blocking-regulator']),
  name,
  ...fitted,
  referenced: labelled('Manifold reference', referenced),
  ratio: ratio(0, 10, 1),
  setPa,
  droop,
  cv,
});
export type BlockingRegulator = Infer<typeof blockingRegulatorShape>;

export const makeBlockingRegulator = (): BlockingRegulator => ({
  kind: 'blocking-regulator',
  name: 'Blocking regulator',
  referenced: true,
  ratio: 1,
  droop: REGULATORS.medium.droop,
  cv: REGULATORS.medium.cv,
});
