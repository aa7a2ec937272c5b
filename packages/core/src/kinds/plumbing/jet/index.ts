import { fixedLoss } from '../../../flow/pipe.ts';
import { component } from '../../bill-line.ts';
import { BOTH_WAYS, steady, type PlumbingKind } from '../../contract.ts';
import { IN_TANK } from '../../ports/usual.ts';
import { jetShape, makeJet, type Jet } from './shape.ts';

export const jet: PlumbingKind<Jet> = {
  shape: jetShape,
  faces: () => IN_TANK,
  law: steady((e, { fuel }) => fixedLoss({ k: e.k, bore: e.boreM, density: fuel.density })),
  relief: () => BOTH_WAYS,
  open: true,
  line: () => null,
  give: () => 0,
  height: () => null,
  step: () => null,
  lines: (e) => component(e.name),
  mount: () => null,
  caption: (e) => `carries ${(e.transferRatio * 100).toFixed(0)}%`,
  offers: [{ key: 'jet', name: 'Transfer jet', make: makeJet }],
};
