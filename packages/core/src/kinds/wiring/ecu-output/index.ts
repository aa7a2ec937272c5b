import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { choice, flag, labelled, oneOf, type Infer } from '../../../fields/shape.ts';
import { BOX, whenWired, type WiringKind } from '../contract.ts';
import { ratingA } from '../fields.ts';
import { signalsHold, signalsShape } from '../signal.ts';
import { TYPICAL } from '../typical.ts';

/** An output of the engine’s controller: switches to ground (low) or to battery (high). */
const device = withSources({
  kind: oneOf(['ecu-output']),
  name,
  signal: signalsShape,
  side: labelled('Switches', choice({ low: 'to ground (low side)', high: 'to battery (high side)' })),
  ratingA: ratingA('Driver rating', 0.05, { max: 30 }),
  clamped: labelled('Clamped inside', flag({ true: 'yes, as its maker says', false: 'no, or not known' })),
});

export const ecuOutput: WiringKind<never, Infer<typeof device>, never> = {
  segment: null,
  device: {
    shape: device,
    lines: () => [],
    terminals: () => ['out'],
    behavior: (d, w) =>
      w.contact(
        'driver',
        w.at('out'),
        d.side === 'low' ? '0' : w.live,
        TYPICAL.driver,
        // What feeds from a controller is dead without the key; what grounds may be held by anything.
        (i) => (d.side === 'low' || i.ignition) && signalsHold(d.signal, i.signals),
        d.ratingA,
      ),
    signals: (d) => d.signal,
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
          signal: [{ kind: 'ecu', name: 'output 1', not: false }],
          side: 'low',
          ratingA: 1,
          clamped: false,
        }),
      },
    ],
  },
  load: null,
};
