import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { choice, labelled, oneOf, type Infer } from '../../../fields/shape.ts';
import { fitted } from '../fields.ts';
import { clogged, lossAt400 } from './fields.ts';

export const filterShape = withSources({
  kind: oneOf(['filter']),
  name,
  ...fitted,
  micron: quantity({
    label: 'Fineness',
    dimension: 'count',
    unit: 'µm',
    min: 1,
    max: 500,
    usual: 10,
    why: '10 µm on the pressure side, 100 µm on the suction side: common practice',
  }),
  media: labelled('Element', choice({ paper: 'paper', 'glass-fiber': 'glass fiber', steel: 'steel mesh' })),
  lossAt400Pa: lossAt400(7000),
  clogged,
});
export type Filter = Infer<typeof filterShape>;

export const makeFilter = (): Filter => ({
  kind: 'filter',
  name: 'Fuel filter',
  micron: 10,
  media: 'glass-fiber',
  lossAt400Pa: 7000,
  clogged: 0,
});

/** Paper swells and sheds fibers above this ethanol content (common practice). */
export const PAPER_ETHANOL = 0.2;
