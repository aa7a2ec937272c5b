import { quantity } from '../../../fields/field.ts';
import { hotSurface } from '../../../fields/hot-surface.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { choice, flag, labelled, oneOf, optional, text, type Infer } from '../../../fields/shape.ts';
import { BOX, nothing, usualSide, whenWired, type WiringKind } from '../contract.ts';
import { loadFields } from '../loads/fields.ts';
import { billLine } from '../../bill-line.ts';

/** How a sender is fed: by its gauge through the one wire (body ground), by a 5 V or by a 12 V supply. */
export const SENDER_FED = {
  'one-wire': 'its gauge, by one wire',
  '5V': 'a 5 V supply',
  '12V': 'a 12 V supply',
} as const;

const pressure = (label: string, usual: number) =>
  quantity({ label, dimension: 'pressure', unit: 'Pa gauge', min: -101e3, max: 4e6, usual });
const volts = (label: string, usual: number) =>
  quantity({ label, dimension: 'volts', unit: 'V', min: 0, max: 15, usual });

/** What it reads and what it says then: the scaling the tuner needs. */
const scaling = {
  fed: labelled('Fed by', choice(SENDER_FED)),
  lowPa: pressure('Reads from', 0),
  highPa: pressure('Reads to', 1.034e6),
  lowV: volts('Volts at the low end', 0.5),
  highV: volts('Volts at the high end', 4.5),
};

/** 0–150 psi with 0.5–4.5 V: the usual sender for fuel (common practice). */
const USUAL = { fed: '5V', lowPa: 0, highPa: 1.034e6, lowV: 0.5, highV: 4.5 } as const;

/** What it is for: what it must cover, and stand. */
const task = {
  reads: optional(
    labelled(
      'Reads',
      choice({
        fuel: 'fuel pressure',
        boost: 'manifold pressure',
        brake: 'brake pressure',
        other: 'something else',
      }),
    ),
    'not said',
  ),
  /** Where its signal goes, by the controller’s own name: the channel map. */
  input: optional(labelled('Goes to input', text(60)), 'not said'),
  proofPa: optional(
    quantity({
      label: 'Stands up to',
      dimension: 'pressure',
      unit: 'Pa gauge',
      min: 0,
      max: 2e7,
      usual: 2.068e6,
      absent: 'not known',
      why: 'proof pressure, by its maker',
    }),
  ),
};

/** What an ordinary sender withstands at its body, K: 257 °F (typical; its maker's figure wins). */
export const SENDER_MAX_K = 398.15;

/** What it is screwed in beside. */
const place = {
  hotDistanceM: optional(
    quantity({
      label: 'Something hot beside it, at',
      dimension: 'tape',
      unit: 'm',
      min: 0,
      max: 3,
      usual: 0.1016,
      absent: 'not measured',
      why: 'from the sender to the surface: bare it wants 2 3/4 in, from 4 in nothing is said',
    }),
  ),
  hotSurfaceK: hotSurface('Its surface'),
  shielded: optional(labelled('Between them', flag({ true: 'a shield', false: 'nothing' })), 'nothing'),
  maxK: optional(
    quantity({
      label: 'Withstands',
      dimension: 'temperature',
      unit: 'K',
      min: 323.15,
      max: 573.15,
      usual: SENDER_MAX_K,
      absent: 'as usual, 257 °F',
      why: 'temperature of its body, by its maker',
    }),
  ),
};

const device = withSources({ kind: oneOf(['sender']), name, ...scaling });
const load = withSources({ ...loadFields('sender'), ...scaling, ...task, ...place });

/** What a sender takes, Ω at its supply (typical: 5 mA at 5 V), and the most its signal may be loaded with, Ω. */
const OHMS = { body: 1000, signal: 10_000, oneWire: 100 } as const;

export const sender: WiringKind<never, Infer<typeof device>, Infer<typeof load>> = {
  segment: null,
  device: {
    shape: device,
    lines: (d) => [
      billLine(
        'electrical',
        `Sender, ${d.fed === 'one-wire' ? 'one wire' : 'three wires'}`,
        1,
        'each',
        d.name,
      ),
    ],
    terminals: (d) => (d.fed === 'one-wire' ? ['signal'] : ['plus', 'minus', 'signal']),
    behavior: (d, w) => {
      // A one-wire sender is a resistance to the body it is screwed into.
      if (d.fed === 'one-wire') return w.resistor('', w.at('signal'), '0', OHMS.oneWire);
      w.resistor('body', w.at('plus'), w.at('minus'), OHMS.body);
      w.resistor('signal', w.at('signal'), w.at('minus'), OHMS.signal);
    },
    signals: nothing,
    swaps: [
      ['plus', 'minus'],
      ['plus', 'signal'],
      ['minus', 'signal'],
    ],
    end: 'sealed connector pin',
    width: BOX,
    side: usualSide,
    alwaysShown: whenWired,
    pinned: true,
    offers: [
      { name: 'Pressure sender', make: () => ({ kind: 'sender', name: 'Pressure sender', ...USUAL }) },
    ],
  },
  load: {
    shape: load,
    winding: () => null,
    fedBy: 'small-fuse',
    offer: {
      name: 'Pressure sender',
      make: () => ({
        kind: 'sender',
        name: 'Pressure sender',
        amps: 0.01,
        draws: 'current',
        when: 'key',
        reads: 'fuel',
        ...USUAL,
      }),
    },
  },
};
