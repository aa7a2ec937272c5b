import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { labelled, oneOf, optional, type Infer } from '../../../fields/shape.ts';
import { fitted } from '../fields.ts';
import { cv, droop, ratio, referenced, setPa } from './fields.ts';
import { REGULATORS } from './seats.ts';

export const bypassRegulatorShape = withSources({
  kind: oneOf(['bypass-regulator']),
  name,
  ...fitted,
  referenced: labelled('Manifold reference', referenced),
  ratio: ratio(0, 10, 1),
  setPa,
  droop,
  cv,
  setFlowM3s: optional(
    quantity({
      label: 'Bypass flow while it was set',
      dimension: 'flow',
      unit: 'm³/s',
      min: 0,
      max: 1e-3,
      usual: 300e-3 / 3600,
      absent: 'as the pumps give',
    }),
  ),
});
export type BypassRegulator = Infer<typeof bypassRegulatorShape>;

export const makeBypassRegulator = (): BypassRegulator => ({
  kind: 'bypass-regulator',
  name: 'Regulator',
  referenced: true,
  ratio: 1,
  droop: REGULATORS.medium.droop,
  cv: REGULATORS.medium.cv,
});
