import { name } from '../../../fields/name.ts';
import { flag, object, oneOf, text, type Infer } from '../../../fields/shape.ts';
import { BOX, whenWired, type WiringKind } from '../contract.ts';
import { ratingA } from '../fields.ts';
import { signalHolds, signalsIn } from '../signal.ts';
import { TYPICAL } from '../typical.ts';

/** An output of the engine’s controller: switches to ground (low) or to battery (high). */
const device = object({
  kind: oneOf(['ecu-output']),
  name,
  signal: text(60, 1),
  side: oneOf(['low', 'high']),
  ratingA: ratingA('Driver rating', 0.05, 30),
  clamped: flag(),
});

export const ecuOutput: WiringKind<never, Infer<typeof device>, never> = {
  segment: null,
  device: {
    shape: device,
    terminals: () => ['out'],
    behavior: (d, w) =>
      w.contact(
        'driver',
        w.at('out'),
        d.side === 'low' ? '0' : w.live,
        TYPICAL.driver,
        (i) => signalHolds(d.signal, i.signals),
        d.ratingA,
      ),
    signals: (d) => signalsIn(d.signal),
    swaps: [],
    end: 'controller connector pin',
    width: BOX,
    side: (_, d) => (d.side === 'low' ? 'left' : 'right'),
    alwaysShown: whenWired,
    pinned: true,
    offers: [
      {
        name: 'Controller output',
        make: () => ({
          kind: 'ecu-output',
          name: 'Controller output',
          signal: 'ecu:output 1',
          side: 'low',
          ratingA: 1,
          clamped: false,
        }),
      },
    ],
  },
  load: null,
};
