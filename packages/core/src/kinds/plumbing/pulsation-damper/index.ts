import { fixedLoss } from '../../../flow/pipe.ts';
import { component } from '../../bill-line.ts';
import { BOTH_WAYS, steady, type PlumbingKind } from '../../contract.ts';
import { bosses, known } from '../../ports/usual.ts';
import { makePulsationDamper, pulsationDamperShape, type PulsationDamper } from './shape.ts';

/** Air outside, Pa: a cushion is as stiff as its absolute pressure. */
const AIR = 101_325;

export const pulsationDamper: PlumbingKind<PulsationDamper> = {
  shape: pulsationDamperShape,
  faces: (e, site) => known(e, bosses(site)),
  law: steady((e, { fuel }) => fixedLoss({ k: e.k, bore: e.boreM, density: fuel.density })),
  relief: () => BOTH_WAYS,
  open: true,
  line: () => null,
  // Boyle: V falls by V/P for each pascal.
  give: (e, gaugePa) => e.gasM3 / (gaugePa + AIR),
  height: () => null,
  step: (e) => ({ element: { ...e, boreM: e.boreM * 1.25 }, change: { what: 'bore' } }),
  lines: (e) => component(e.name, 'on the line or the rail, close to what pulses'),
  mount: () => null,
  caption: (e) => `${Number((e.gasM3 * 1e6).toPrecision(2))} mL cushion`,
  offers: [{ key: 'damper', name: 'Pulsation damper', make: makePulsationDamper }],
};
