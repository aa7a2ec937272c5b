import { formatQuantity } from '../../../quantities/format.ts';
import { component } from '../../bill-line.ts';
import { FORWARD_ONLY, steady, type PlumbingKind } from '../../contract.ts';
import { known, flares } from '../../ports/usual.ts';
import { checkValve as checkValveLaw } from './law.ts';
import { checkValveShape, makeCheckValve, type CheckValve } from './shape.ts';

export const checkValve: PlumbingKind<CheckValve> = {
  shape: checkValveShape,
  faces: (e, site) => known(e, flares(site)),
  law: steady((e, { fuel }) => checkValveLaw({ crackPa: e.crackPa, k: e.k, bore: e.boreM }, fuel.density)),
  relief: () => FORWARD_ONLY,
  open: false,
  line: () => null,
  give: () => 0,
  height: () => null,
  step: (e) => ({ element: { ...e, boreM: e.boreM * 1.25 }, change: { what: 'bore' } }),
  lines: (e) => component(e.name),
  mount: () => null,
  caption: (e) => formatQuantity('bore', e.boreM, 'metric').text,
  offers: [{ key: 'check', name: 'Check valve', make: makeCheckValve }],
};
