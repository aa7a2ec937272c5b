import type { HarnessBehind, RelayTurned } from '../../judge/harness/as-drawn.ts';
import type { Miswired, NotTried } from '../../judge/harness/mismatch.ts';
import type { BranchAhead, DriverUnclamped } from '../../judge/harness/protection.ts';
import { saySignal } from '../signal.ts';
import type { Words, Writer } from '../words.ts';

const TRIED = 'every combination of inputs tried on the network of wires and contacts';

const WORDS: Readonly<Record<Miswired['code'], readonly [says: (name: string) => string, text: string]>> = {
  WIRED_KEY_OFF: [(n) => `As wired, ${n} runs with the key off.`, 'Key-off must stop everything.'],
  WIRED_CRASH: [
    (n) => `As wired, ${n} runs on after the crash switch has tripped.`,
    'The crash switch is bypassed or sits on the wrong wire.',
  ],
  WIRED_OVERLOAD: [
    (n) => `As wired, ${n} carries more than it may.`,
    'A short, a diode against its polarity, or pump current where coil current should be.',
  ],
  WIRED_REVERSED: [
    (n) => `As wired, ${n} gets its volts the wrong way round.`,
    'A pump that turns backward moves no fuel and is soon ruined.',
  ],
  WIRED_RUNS: [
    (n) => `As wired, ${n} runs when it should be off.`,
    'A switch on NC in place of NO does this: it runs off boost and stops on boost.',
  ],
  WIRED_DEAD: [
    (n) => `As wired, ${n} does not run when it should.`,
    'An open circuit, a missing ground, or a switch on the wrong contact.',
  ],
  WIRED_BUZZING: [(n) => `As wired, ${n} chatters.`, 'Its coil is fed through its own contact.'],
};

/** "key on, crash switch tripped, with boost 5.0 psi" for one combination. */
const inputWords = ({ ignition, crashed, made }: Miswired['figures'], q: Writer): string =>
  [
    ignition ? 'key on' : 'key off',
    crashed ? 'crash switch tripped' : '',
    made.length > 0 ? `with ${made.map((s) => saySignal(s, q)).join(', ')}` : 'nothing else on',
  ]
    .filter(Boolean)
    .join(', ');

export const miswired: Words<Miswired> = ({ code, value, place, figures }, q, labels) => {
  const [says, text] = WORDS[code];
  return {
    title: says(place.name),
    text: `${text}${labels[0] ? ` Look first at: ${labels[0]}.` : ''}`,
    formula: `${value} of ${figures.combinations} combinations, for one: ${inputWords(figures, q)}`,
    source: TRIED,
  };
};

export const notTried: Words<NotTried> = ({ value: signals }) => ({
  title: `${signals} signals make too many combinations to try on every edit.`,
  text: 'The Wiring page tries them when it is opened, up to 14 signals. Fewer signals in the rules are easier to prove on the car, too.',
  formula: `2^(${signals} + 2) combinations with key and crash switch`,
  source: TRIED,
});

export const relayTurned: Words<RelayTurned> = ({ place, figures }) => ({
  title: `${place.name} has its feed on 87 and its load on 30.`,
  text: 'A plain normally-open relay works either way round; a relay with 87a would not. The next person expects the feed on 30.',
  formula: `volts on ${figures.terminal} with the contact open`,
  source: 'DIN 72552: 30 from the source, 87 to the load',
});

export const harnessBehind: Words<HarnessBehind> = ({ figures: { missing } }) => ({
  title: `The drawn wiring does not have “${missing[0]}”${missing.length > 1 ? ` and ${missing.length - 1} more` : ''}.`,
  text: 'The circuits have changed since the wiring was drawn by hand; its check is about the old ones.',
  formula: missing.join(', '),
  source: 'circuits of this plan against the drawing',
});

export const driverUnclamped: Words<DriverUnclamped> = ({ value, place, figures }, q) => ({
  title: `${place.name} has nothing across its coil and hangs on ${figures.driver}, which has no clamp.`,
  text: 'When the driver switches off, the coil kicks back and kills it. A 680 Ω resistor holds it to about 100 V, a diode to 0.7 V (release 8–15 ms, mind polarity), a zener to 24–36 V (about 4 ms).',
  formula: `L·di/dt of ${q('amps', figures.coilAmps)} into an open contact: above ${value} V`,
  source: 'common practice',
});

export const branchAhead: Words<BranchAhead> = ({ place, figures }) => ({
  title: `${place.name} leaves ${figures.terminal} without a fuse.`,
  text: 'Everything works until it rubs through; then nothing opens and the wire burns.',
  formula: 'a short at its far end would meet no fuse on the way from the battery',
  source: 'ABYC E-11: a fuse within 7 in (175 mm) of the source',
});
