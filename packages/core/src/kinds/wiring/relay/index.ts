import { quantity } from '../../../fields/field.ts';
import { name } from '../../../fields/name.ts';
import { withSources } from '../../../fields/provenance.ts';
import { choice, flag, labelled, oneOf, optional, type Infer } from '../../../fields/shape.ts';
import { billLine } from '../../bill-line.ts';
import { BOX, nothing, usualSide, type WiringKind } from '../contract.ts';
import { jointOhms, of, ratingA } from '../fields.ts';
import { TYPICAL } from '../typical.ts';

/** A plain coil, Ω (DIN relay, typical). */
const COIL_OHMS = 85;
/** Contact ratings relays come with, A. */
export const RELAY_RATINGS: readonly number[] = [30, 40, 50, 70, 100];
/** Contacts up to this are in a plug-in relay of the usual size; heavier ones have terminals of their own, A. */
const PLUG_IN_A = 50;
/**
 * Heaviest wire the terminals of a relay take, m²: those of a plug-in socket 6 mm² (10 AWG), heavier ones a stud or a lug.
 * @param ratingA contact rating, A
 * @returns m²
 * @source common practice
 * @example relayTakes(40) * 1e6 // => 6
 */
export const relayTakes = (ratingA: number): number => (ratingA <= PLUG_IN_A ? 6e-6 : 120e-6);
/** A sound contact with its socket, Ω (typical). */
const CONTACT_OHMS = 0.005;

/** How a coil is kept from kicking back. */
const SUPPRESSED = {
  resistor: 'resistor',
  diode: 'diode, mind polarity',
  zener: 'zener',
  none: 'none',
} as const;
const contacts = flag({ true: 'with 87a', false: '30 and 87' });

const coilOhms = quantity({
  label: 'Coil resistance',
  dimension: 'winding',
  unit: 'Ω',
  min: 20,
  max: 400,
  usual: COIL_OHMS,
  why: 'ISO mini relay, typical',
  absent: `${COIL_OHMS} Ω, usual`,
});

const segment = withSources({
  kind: oneOf(['relay']),
  name,
  ratingA: ratingA('Contact rating', 1, { sizes: RELAY_RATINGS }),
  contactOhms: jointOhms('Contact and socket resistance', 0.5, CONTACT_OHMS),
  suppression: labelled('Across the coil', choice(SUPPRESSED)),
  coilOhms: optional(coilOhms),
  changeover: optional(labelled('Contacts', contacts)),
});
const device = withSources({
  kind: oneOf(['relay']),
  name,
  changeover: labelled('Contacts', contacts),
  ratingA: ratingA('Contact rating', 1, { sizes: RELAY_RATINGS }),
  coilOhms,
  suppression: labelled('Across the coil', choice(SUPPRESSED)),
  of,
});

export const relay: WiringKind<Infer<typeof segment>, Infer<typeof device>, never> = {
  segment: {
    shape: segment,
    meets: {
      as: 'joint',
      ohms: (s) => s.contactOhms,
      sound: { ohms: CONTACT_OHMS, field: 'contactOhms', mend: 'Replace the relay and its socket terminals' },
    },
    contact: (s) => s.ratingA,
    drawn: {
      device: (s, piece) => ({
        kind: 'relay',
        name: s.name,
        ratingA: s.ratingA,
        suppression: s.suppression,
        coilOhms: s.coilOhms ?? COIL_OHMS,
        changeover: s.changeover ?? false,
        of: piece,
      }),
      in: '30',
      out: '87',
      ends: false,
      worked: { feed: '86', home: '85', byGround: true },
      refreshed: (d, s) => ({
        ...d,
        name: s.name,
        ratingA: s.ratingA,
        suppression: s.suppression,
        coilOhms: s.coilOhms ?? d.coilOhms,
        changeover: s.changeover ?? d.changeover,
      }),
    },
    lines: (s) => [
      billLine(
        'electrical',
        `Relay ${s.ratingA} A, ${s.suppression === 'none' ? 'no suppression' : `${s.suppression} suppressed`}, with socket`,
        1,
        'each',
        s.name,
      ),
    ],
    caption: (s) => `${s.ratingA} A`,
    offers: [
      {
        name: 'Relay',
        make: () => ({
          kind: 'relay',
          name: 'Pump relay',
          ratingA: 40,
          contactOhms: CONTACT_OHMS,
          suppression: 'resistor',
        }),
      },
    ],
  },
  device: {
    shape: device,
    lines: (d) => [
      billLine('electrical', `Relay${d.changeover ? ' with 87a' : ''}, with socket`, 1, 'each', d.name),
    ],
    terminals: (d) => (d.changeover ? ['30', '87', '87a', '86', '85'] : ['30', '87', '86', '85']),
    behavior: (d, w) => {
      w.coil(w.at('86'), w.at('85'));
      w.resistor('coil', w.at('86'), w.at('85'), d.coilOhms);
      if (d.suppression === 'resistor') w.resistor('damp', w.at('86'), w.at('85'), TYPICAL.damp);
      if (d.suppression === 'diode') w.diode(w.at('85'), w.at('86'));
      w.contact('no', w.at('30'), w.at('87'), TYPICAL.contact, (_, pulled) => pulled.has(w.id));
      if (d.changeover)
        w.contact('nc', w.at('30'), w.at('87a'), TYPICAL.contact, (_, pulled) => !pulled.has(w.id));
    },
    signals: nothing,
    swaps: [
      ['85', '86'],
      ['30', '87'],
      ['87', '87a'],
      ['30', '85'],
      ['87', '86'],
      ['30', '86'],
      ['87', '85'],
    ],
    end: 'relay socket contact',
    width: BOX,
    side: usualSide,
    alwaysShown: () => true,
    pinned: true,
    offers: [
      {
        name: 'Relay',
        make: () => ({
          kind: 'relay',
          name: 'Relay',
          changeover: false,
          ratingA: 40,
          coilOhms: COIL_OHMS,
          suppression: 'resistor',
        }),
      },
    ],
  },
  load: null,
};
