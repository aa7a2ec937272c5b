import { heldOpen, heldShut } from '../../../flow/seat.ts';
import { gauge } from '../../../quantities/pressure.ts';
import { FORWARD_ONLY, type PlumbingKind } from '../../contract.ts';
import { bosses, GAUGE_PORT, known } from '../../ports/usual.ts';
import { bypassRegulator as bypassRegulatorLaw } from './law.ts';
import { regulatorLines } from './lines.ts';
import { bypassRegulatorShape, makeBypassRegulator, type BypassRegulator } from './shape.ts';

export const bypassRegulator: PlumbingKind<BypassRegulator> = {
  shape: bypassRegulatorShape,
  faces: (e, site) => known(e, { ...bosses(site), sides: GAUGE_PORT }),
  law: {
    varies: (mode) => mode === 'running',
    at: (e, { fuel, mode, basePa, manifold, setFlow }) => {
      if (mode === 'available') return heldShut;
      if (mode === 'capacity') return heldOpen(e.cv, fuel.density);
      return bypassRegulatorLaw(
        {
          setPa: gauge(e.setPa ?? basePa),
          referencePa: e.referenced ? manifold : gauge(0),
          ratio: e.ratio,
          droop: e.droop,
          setFlow: e.setFlowM3s ?? setFlow,
          cv: e.cv,
        },
        fuel.density,
      );
    },
  },
  relief: () => FORWARD_ONLY,
  open: false,
  line: () => null,
  give: () => 0,
  height: () => null,
  step: () => null,
  lines: (e, { inlets }) => regulatorLines(e, 'bypass', inlets),
  mount: (e) => (e.inlet === 'flange' ? null : 'Regulator bracket'),
  caption: (e) => `Cv ${e.cv}, ${e.referenced ? `1:${e.ratio}` : 'open to air'}`,
  offers: [{ key: 'regulator', name: 'Bypass regulator', make: makeBypassRegulator }],
};
