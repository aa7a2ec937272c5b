import { component } from '../../bill-line.ts';
import { BOTH_WAYS, steady, type PlumbingKind } from '../../contract.ts';
import { IN_TANK } from '../../ports/usual.ts';
import { porousLoss, twiceTheArea } from '../filter/porous.ts';
import { makeStrainer, strainerShape, type Strainer } from './shape.ts';

export const strainer: PlumbingKind<Strainer> = {
  shape: strainerShape,
  faces: () => IN_TANK,
  law: steady(porousLoss),
  relief: () => BOTH_WAYS,
  open: true,
  line: () => null,
  give: () => 0,
  height: () => null,
  step: twiceTheArea,
  lines: (e) => component(e.name),
  mount: () => null,
  caption: (e) => (e.clogged > 0 ? `${(e.clogged * 100).toFixed(0)}% clogged` : 'clean'),
  offers: [{ key: 'strainer', name: 'Strainer', make: makeStrainer }],
};
