import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { billLine } from '../../bill-line.ts';
import { BOX, nothing, usualSide, type WiringKind } from '../contract.ts';
import { jointOhms, of, ratingA } from '../fields.ts';
import { TYPICAL } from '../typical.ts';

/** Power terminals and switching transistors of a sound controller, Ω (typical). */
const POWER_OHMS = 0.002;
/** What controllers come in, A (typical). */
export const CONTROLLER_RATINGS: readonly number[] = [30, 50, 80, 120];
/** Its enable wire is an input, not a coil, Ω: some 12 mA (typical). */
const ENABLE_OHMS = 1000;

/**
 * The controller of a brushless pump: its power comes fused from the battery, a small wire enables it. It stands in the
 * pump's circuit where other pumps have their relay's contact.
 */
const segment = withSources({
  kind: oneOf(['pump-controller']),
  name,
  ratingA: ratingA('Gives at most', 1, { sizes: CONTROLLER_RATINGS }),
  ohms: jointOhms('Power terminals and switches', 0.5, POWER_OHMS),
});
const device = withSources({
  kind: oneOf(['pump-controller']),
  name,
  ratingA: ratingA('Gives at most', 1),
  of,
});

export const pumpController: WiringKind<Infer<typeof segment>, Infer<typeof device>, never> = {
  segment: {
    shape: segment,
    meets: {
      as: 'joint',
      ohms: (s) => s.ohms,
      sound: { ohms: POWER_OHMS, field: 'ohms', mend: 'Replace its power terminals' },
    },
    contact: (s) => s.ratingA,
    drawn: {
      device: (s, piece) => ({ kind: 'pump-controller', name: s.name, ratingA: s.ratingA, of: piece }),
      in: 'plus',
      out: 'out',
      ends: false,
      worked: { feed: 'enable', home: 'minus', byGround: false },
      refreshed: (d, s) => ({ ...d, name: s.name, ratingA: s.ratingA }),
    },
    lines: (s) => [
      billLine('electrical', `Controller for a brushless pump, ${s.ratingA} A`, 1, 'each', s.name),
    ],
    caption: (s) => `${s.ratingA} A`,
    offers: [
      {
        name: 'Brushless controller',
        make: () => ({ kind: 'pump-controller', name: 'Pump controller', ratingA: 50, ohms: POWER_OHMS }),
      },
    ],
  },
  device: {
    shape: device,
    lines: (d) => [billLine('electrical', 'Controller for a brushless pump', 1, 'each', d.name)],
    terminals: () => ['plus', 'minus', 'enable', 'out'],
    behavior: (_d, w) => {
      w.coil(w.at('enable'), w.at('minus'));
      w.resistor('enable', w.at('enable'), w.at('minus'), ENABLE_OHMS);
      w.contact('power', w.at('plus'), w.at('out'), TYPICAL.contact, (_, pulled) => pulled.has(w.id));
    },
    signals: nothing,
    swaps: [
      ['plus', 'out'],
      ['enable', 'minus'],
      ['plus', 'enable'],
    ],
    end: 'sealed connector pin',
    width: BOX,
    side: usualSide,
    alwaysShown: () => true,
    pinned: true,
    offers: [],
  },
  load: null,
};
