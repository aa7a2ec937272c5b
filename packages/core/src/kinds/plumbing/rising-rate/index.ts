import { heldOpen } from '../../../flow/seat.ts';
import { gauge } from '../../../quantities/pressure.ts';
import { component } from '../../bill-line.ts';
import { FORWARD_ONLY, type PlumbingKind } from '../../contract.ts';
import { known, bosses } from '../../ports/usual.ts';
import { bypassRegulator as bypassRegulatorLaw } from '../bypass-regulator/law.ts';
import { makeRisingRate, risingPressure, risingRateShape, type RisingRate } from './shape.ts';

export const risingRate: PlumbingKind<RisingRate> = {
  shape: risingRateShape,
  faces: (e, site) => known(e, bosses(site)),
  law: {
    varies: (mode) => mode === 'running',
    at: (e, { fuel, mode, manifold }) =>
      mode !== 'running'
        ? heldOpen(e.cv, fuel.density)
        : bypassRegulatorLaw(
            {
              setPa: gauge(risingPressure(e, manifold)),
              referencePa: gauge(0),
              ratio: 0,
              droop: e.droop,
              setFlow: 0,
              cv: e.cv,
            },
            fuel.density,
          ),
  },
  relief: () => FORWARD_ONLY,
  open: false,
  line: () => null,
  give: () => 0,
  height: () => null,
  step: () => null,
  lines: (e) => component(e.name),
  mount: (e) => (e.inlet === 'flange' ? null : 'Regulator bracket'),
  caption: (e) => `${e.ratio}:1`,
  offers: [{ key: 'rising', name: 'Rising-rate unit', make: makeRisingRate }],
};
