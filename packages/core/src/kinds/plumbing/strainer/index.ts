import { filterLoss } from '../../../flow/porous.ts';
import { component } from '../../bill-line.ts';
import { BOTH_WAYS, steady, type PlumbingKind } from '../../contract.ts';
import { makeStrainer, strainerShape, type Strainer } from './shape.ts';

export const strainer: PlumbingKind<Strainer> = {
  shape: strainerShape,
  ports: ['in', 'out'],
  law: steady((e, { fuel }) => filterLoss({ lossAt400: e.lossAt400Pa, clogged: e.clogged }, fuel)),
  relief: () => BOTH_WAYS,
  open: true,
  line: () => null,
  give: () => 0,
  height: () => null,
  step: (e) => ({
    element: { ...e, lossAt400Pa: e.lossAt400Pa / 2, clogged: 0 },
    change: { what: 'area' },
  }),
  lines: (e) => component(e.name),
  caption: (e) => (e.clogged > 0 ? `${(e.clogged * 100).toFixed(0)}% clogged` : 'clean'),
  offers: [{ key: 'strainer', name: 'Strainer', make: makeStrainer }],
};
