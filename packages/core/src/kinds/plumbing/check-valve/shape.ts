import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { fitted } from '../fields.ts';
import { bore, lossK } from '../component/fields.ts';

export const checkValveShape = withSources({
  kind: oneOf(['check-valve']),
  name,
  ...fitted,
  crackPa: quantity({
    label: 'Cracks open at',
    dimension: 'pressure',
    unit: 'Pa',
    min: 0,
    max: 100e3,
    usual: 2000,
    why: '1.5–3 kPa is typical',
  }),
  k: lossK({ label: 'Loss coefficient, open', max: 100, usual: 2.5, why: 'typical, on its own bore' }),
  boreM: bore(0.0103),
});
export type CheckValve = Infer<typeof checkValveShape>;

export const makeCheckValve = (): CheckValve => ({
  kind: 'check-valve',
  name: 'Check valve',
  crackPa: 2000,
  k: 2.5,
  boreM: 0.0103,
});
