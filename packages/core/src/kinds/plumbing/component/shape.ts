import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { choice, labelled, oneOf, type Infer } from '../../../fields/shape.ts';
import { fitted } from '../fields.ts';
import { bore, lossK } from './fields.ts';

export const componentShape = withSources({
  kind: oneOf(['component']),
  name,
  ...fitted,
  what: labelled(
    'What it is',
    choice({
      'ethanol-sensor': 'ethanol sensor',
      'valve-core': 'valve core',
      'quick-connector': 'quick connector',
      bulkhead: 'bulkhead',
      other: 'something else',
    }),
  ),
  k: lossK({ max: 200, why: 'typical, on its own bore, until the maker’s figure is known' }),
  boreM: bore(0.0079),
});
export type Component = Infer<typeof componentShape>;

export const makeComponent = (
  what: Component['what'],
  name: string,
  k: number,
  boreM = 0.0079,
): Component => ({
  kind: 'component',
  name,
  what,
  k,
  boreM,
});
