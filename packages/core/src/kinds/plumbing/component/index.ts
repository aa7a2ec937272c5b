import { fixedLoss } from '../../../flow/pipe.ts';
import { component as oneOfIt } from '../../bill-line.ts';
import { BOTH_WAYS, steady, type PlumbingKind } from '../../contract.ts';
import { flares, known, SPIGOTS } from '../../ports/usual.ts';
import { componentShape, makeComponent, type Component } from './shape.ts';

/** Anything known by a loss coefficient on a bore. */
export const component: PlumbingKind<Component> = {
  shape: componentShape,
  faces: (e, site) => known(e, e.what === 'ethanol-sensor' ? SPIGOTS : flares(site)),
  law: steady((e, { fuel }) => fixedLoss({ k: e.k, bore: e.boreM, density: fuel.density })),
  relief: () => BOTH_WAYS,
  open: true,
  line: () => null,
  give: () => 0,
  height: () => null,
  step: (e) => ({ element: { ...e, boreM: e.boreM * 1.25 }, change: { what: 'bore' } }),
  lines: (e) => oneOfIt(e.name),
  mount: (e) => (e.what === 'ethanol-sensor' ? 'Sensor bracket' : null),
  caption: (e) => `K ${e.k}`,
  offers: [
    {
      key: 'sensor',
      name: 'Ethanol sensor',
      make: () => makeComponent('ethanol-sensor', 'Ethanol sensor', 2, 0.0077),
    },
    {
      key: 'core',
      name: 'Service-port valve core',
      make: () => makeComponent('valve-core', 'Valve core', 40),
    },
    {
      key: 'quick',
      name: 'Quick connector',
      make: () => makeComponent('quick-connector', 'Quick connector', 1),
    },
    { key: 'bulkhead', name: 'Bulkhead', make: () => makeComponent('bulkhead', 'Bulkhead', 0.2) },
  ],
};
