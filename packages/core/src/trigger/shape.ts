import { quantity, type FieldInfo } from '../fields/field.ts';
import { id, name } from '../fields/name.ts';
import { choice, flag, labelled, list, object, oneOf, optional, variant } from '../fields/shape.ts';
import type { LevelTerm } from './rule.ts';

type LevelKind = LevelTerm['kind'];

const LEVELS = {
  boost: { dimension: 'manifold', unit: 'Pa gauge', min: -100e3, max: 500e3 },
  throttle: { dimension: 'fraction', unit: '', min: 0, max: 1 },
  rpm: { dimension: 'engineSpeed', unit: 'rpm', min: 0, max: 20_000 },
  'oil-pressure': { dimension: 'pressure', unit: 'Pa', min: 0, max: 1e6 },
} as const;

const above = (kind: LevelKind) => quantity({ ...LEVELS[kind], label: 'Comes on at' });
const below = (kind: LevelKind) => quantity({ ...LEVELS[kind], label: 'Goes off below' });

/** The level each kind of condition asks for. */
export const LEVEL_FIELDS: Readonly<Record<LevelKind, FieldInfo>> = {
  boost: above('boost').field,
  throttle: above('throttle').field,
  rpm: above('rpm').field,
  'oil-pressure': above('oil-pressure').field,
};

const not = labelled('The opposite', flag());

/** A level with the lower one it goes off at: at or under `above`. */
const level = <const K extends LevelKind>(kind: K) => ({
  kind: oneOf([kind]),
  above: above(kind),
  below: below(kind),
  not,
});
const passed = <const K extends LevelKind>(kind: K) =>
  object({ kind: oneOf([kind]), above: above(kind), not });
const state = <const K extends string>(kind: K) => object({ kind: oneOf([kind]), not });
const named = <const K extends string>(kind: K) => object({ kind: oneOf([kind]), name, not });

const states = {
  'engine-turning': state('engine-turning'),
  starter: state('starter'),
  panel: named('panel'),
  ecu: named('ecu'),
};

const termShape = variant({
  boost: object({
    ...level('boost'),
    /** Where its hose is tapped; absent: behind the throttle. */
    point: optional(labelled('Tapped', oneOf(['behind-throttle', 'before-throttle']))),
  }),
  throttle: object(level('throttle')),
  rpm: object(level('rpm')),
  'oil-pressure': object(level('oil-pressure')),
  ...states,
});

/** What a drawn switch or driver acts on: a signal of the rules, or its opposite. */
export const signalShape = variant({
  boost: passed('boost'),
  throttle: passed('throttle'),
  rpm: passed('rpm'),
  'oil-pressure': passed('oil-pressure'),
  ...states,
});

const seconds = (label: string, max: number) =>
  quantity({ label, dimension: 'duration', unit: 's', min: 0, max });

/** When a pump or another load runs (see TriggerRule). */
export const ruleShape = object({
  loadId: labelled('Runs', id),
  /** Which side of the relay's coil the conditions switch. */
  coilSide: optional(
    labelled('Switches the coil’s', choice({ ground: 'ground side', feed: 'feed side' })),
    'ground side',
  ),
  any: labelled('Conditions', list(object({ all: list(termShape, 0, 6) }), 0, 6)),
  primeS: seconds('Primes for', 30),
  minOnS: seconds('Stays on at least', 30),
  minOffS: seconds('Stays off at least', 30),
  needsIgnition: labelled('Off with the key', flag()),
  needsInertia: labelled('Off after a crash', flag()),
  overrideS: seconds('Override at most', 120),
});

/** The times of a rule. */
export const RULE_TIMES = {
  primeS: ruleShape.fields.primeS.field,
  minOnS: ruleShape.fields.minOnS.field,
  minOffS: ruleShape.fields.minOffS.field,
  overrideS: ruleShape.fields.overrideS.field,
} as const satisfies Readonly<Record<string, FieldInfo>>;
