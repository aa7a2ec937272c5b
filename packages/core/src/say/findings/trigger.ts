import type {
  BeforeThrottle,
  Chatters,
  NeverStops,
  NoPrime,
  RunsAfterCrash,
  RunsKeyOff,
  RunsStalled,
} from '../../judge/trigger/trigger.ts';
import type { Words } from '../words.ts';

const source = 'the rule replayed along a drive from key-on to key-off; common practice';

export const runsKeyOff: Words<RunsKeyOff> = ({ place }) => ({
  title: `${place.name} may run with the key off.`,
  text: 'Key-off must stop everything: a pump that runs on feeds a leak or a fire, and empties the battery.',
  formula: 'rule does not ask for the ignition',
  source,
});

export const runsAfterCrash: Words<RunsAfterCrash> = ({ value, place }) => ({
  title: `${place.name} runs on after a crash.`,
  text: 'A crash (inertia or rollover) switch should cut the pump: a torn line then stops feeding.',
  formula: `on for ${value.toFixed(1)} s after the switch has tripped`,
  source,
});

export const runsStalled: Words<RunsStalled> = ({ value, place }) => ({
  title: `${place.name} keeps running when the engine stalls with the key on.`,
  text: 'A pump that only runs while the engine turns stops by itself when a line comes off. It then wants a prime at key-on to start.',
  formula: `on for ${value.toFixed(1)} s of a stall`,
  source,
});

export const neverStops: Words<NeverStops> = ({ place, figures }) => ({
  title: `${place.name} never stops at idle.`,
  text: 'Its threshold is reached at idle already: it heats the fuel, loads the battery, and a small return overruns.',
  formula: `on at ${Math.round(100 * figures.share)}% of the moments at idle`,
  source,
});

export const chatters: Words<Chatters> = ({ value, limit, place, figures }, q) => ({
  title: `${place.name} chatters around its threshold.`,
  text: 'On and off lie closer together than the signal shakes; relay and pump start again and again. Spread them, or ask for a least time on.',
  formula: `on − off = ${q(figures.dimension, value)} against ${q(figures.dimension, limit)} of ripple`,
  source,
});

export const beforeThrottle: Words<BeforeThrottle> = ({ place }) => ({
  title: `${place.name}: its switch is tapped at the charge pipe.`,
  text: 'There boost lingers after the throttle closes, so the pump runs on for a moment at lift-off. A regulator’s reference always goes to the manifold, after the throttle.',
  formula: 'charge pipe empties in about a second, the manifold at once',
  source,
});

export const noPrime: Words<NoPrime> = ({ place }) => ({
  title: `No pump primes the rail: ${place.name} waits for the engine.`,
  text: 'Without pressure at key-on the engine cranks long, and while cranking it may not even reach the speed the rule asks for.',
  formula: 'no pump is on between key-on and cranking',
  source,
});
