import { formatQuantity } from '../../../quantities/format.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { oneOf, type Infer } from '../../../fields/shape.ts';
import { billLine } from '../../bill-line.ts';
import { BOX, usualSide, type WiringKind } from '../contract.ts';
import { jointOhms, of, ratingA } from '../fields.ts';
import { signalsHold, signalsShape } from '../signal.ts';
import { TYPICAL } from '../typical.ts';

/** A key or panel switch the load current itself goes through. */
const segment = withSources({
  kind: oneOf(['switch']),
  name,
  ratingA: ratingA('Contact rating', 0.1),
  ohms: jointOhms('Contact resistance', 0.5, 0.01),
});
/** Common, normally open and normally closed contact; what works it is one signal of the rules. */
const device = withSources({
  kind: oneOf(['switch']),
  name,
  signal: signalsShape,
  ratingA: ratingA('Contact rating', 0.1),
  of,
});

/** What works it says what it is: a pressure switch, or one on the panel. */
function switchWords({ signal, ratingA: rating }: Infer<typeof device>): string {
  const by = signal[0]?.kind;
  const what = by === 'boost' || by === 'oil-pressure' ? 'Pressure switch' : 'Switch';
  return `${what}, ${rating} A`;
}

export const panelSwitch: WiringKind<Infer<typeof segment>, Infer<typeof device>, never> = {
  segment: {
    shape: segment,
    meets: {
      as: 'joint',
      ohms: (s) => s.ohms,
      sound: { ohms: 0.02, field: 'ohms', mend: 'Replace the switch' },
    },
    contact: (s) => s.ratingA,
    drawn: {
      device: (s, piece) => ({
        kind: 'switch',
        name: s.name,
        signal: [{ kind: 'panel', name: s.name, not: false }],
        ratingA: s.ratingA,
        of: piece,
      }),
      in: 'com',
      out: 'no',
      ends: false,
      refreshed: (d, s) => ({ ...d, name: s.name, ratingA: s.ratingA }),
    },
    lines: (s) => [billLine('electrical', `Switch, ${s.ratingA} A`, 1, 'each', s.name)],
    caption: (s, units) => formatQuantity('resistance', s.ohms, units).text,
    offers: [{ name: 'Switch', make: () => ({ kind: 'switch', name: 'Switch', ratingA: 20, ohms: 0.01 }) }],
  },
  device: {
    shape: device,
    lines: (d) => [billLine('electrical', switchWords(d), 1, 'each', d.name)],
    terminals: () => ['com', 'no', 'nc'],
    behavior: (d, w) => {
      w.contact(
        'no',
        w.at('com'),
        w.at('no'),
        TYPICAL.switch,
        (i) => signalsHold(d.signal, i.signals),
        d.ratingA,
      );
      w.contact(
        'nc',
        w.at('com'),
        w.at('nc'),
        TYPICAL.switch,
        (i) => !signalsHold(d.signal, i.signals),
        d.ratingA,
      );
    },
    signals: (d) => d.signal,
    swaps: [
      ['no', 'nc'],
      ['com', 'no'],
      ['com', 'nc'],
    ],
    end: '1/4 in spade, insulated',
    width: BOX,
    side: usualSide,
    alwaysShown: () => true,
    pinned: true,
    offers: [
      {
        name: 'Switch',
        make: () => ({
          kind: 'switch',
          name: 'Switch',
          signal: [{ kind: 'panel', name: 'switch', not: false }],
          ratingA: 3,
        }),
      },
    ],
  },
  load: null,
};
