import { clogged, lossAt400 } from '../filter/fields.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { stands } from '../fields.ts';

export const strainerShape = withSources({
  kind: oneOf(['strainer']),
  name,
  ...stands,
  lossAt400Pa: lossAt400(1000),
  clogged,
});
export type Strainer = Infer<typeof strainerShape>;

/** Sock on a pick-up (typical). */
export const makeStrainer = (): Strainer => ({
  kind: 'strainer',
  name: 'Pick-up strainer',
  lossAt400Pa: 1000,
  clogged: 0,
});
