import { heldOpen } from '../../../flow/seat.ts';
import { gauge } from '../../../quantities/pressure.ts';
import { FORWARD_ONLY, type PlumbingKind } from '../../contract.ts';
import { bosses, GAUGE_PORT, known } from '../../ports/usual.ts';
import { regulatorLines } from '../bypass-regulator/lines.ts';
import { blockingRegulator as blockingRegulatorLaw } from './law.ts';
import { blockingRegulatorShape, makeBlockingRegulator, type BlockingRegulator } from './shape.ts';

export const blockingRegulator: PlumbingKind<BlockingRegulator> = {
  shape: blockingRegulatorShape,
  faces: (e, site) => known(e, { ...bosses(site), sides: GAUGE_PORT }),
  law: {
    varies: (mode) => mode === 'running',
    at: (e, { fuel, mode, basePa, manifold }) =>
      mode !== 'running'
        ? heldOpen(e.cv, fuel.density)
        : blockingRegulatorLaw(
            {
              setPa: gauge(e.setPa ?? basePa),
              referencePa: e.referenced ? manifold : gauge(0),
              ratio: e.ratio,
              droop: e.droop,
              cv: e.cv,
            },
            fuel.density,
          ),
  },
  // Shut as soon as its outlet stands above set; its inlet may still feed an outlet that is below.
  relief: () => FORWARD_ONLY,
  open: false,
  line: () => null,
  give: () => 0,
  height: () => null,
  step: () => null,
  lines: (e, { inlets }) => regulatorLines(e, 'blocking', inlets),
  mount: (e) => (e.inlet === 'flange' ? null : 'Regulator bracket'),
  caption: (e) => `Cv ${e.cv}, ${e.referenced ? `1:${e.ratio}` : 'open to air'}`,
  offers: [{ key: 'blocking', name: 'Blocking regulator', make: makeBlockingRegulator }],
};
