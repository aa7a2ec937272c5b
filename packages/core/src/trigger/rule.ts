/** What a condition looks at. Pressures Pa gauge, throttle 0–1. */
export type Term =
  | {
      readonly kind: 'boost';
      readonly above: number;
      readonly below: number;
      readonly not: boolean;
      /** Where its hose is tapped; behind the throttle unless told. */
      readonly point?: 'behind-throttle' | 'before-throttle';
    }
  | { readonly kind: 'throttle'; readonly above: number; readonly below: number; readonly not: boolean }
  | { readonly kind: 'rpm'; readonly above: number; readonly below: number; readonly not: boolean }
  | { readonly kind: 'oil-pressure'; readonly above: number; readonly below: number; readonly not: boolean }
  | { readonly kind: 'engine-turning'; readonly not: boolean }
  | { readonly kind: 'starter'; readonly not: boolean }
  | { readonly kind: 'panel'; readonly name: string; readonly not: boolean }
  | { readonly kind: 'ecu'; readonly name: string; readonly not: boolean };

/** Terms that look at a level, with the value they come on at and the lower one they go off at. */
export type LevelTerm = Extract<Term, { readonly above: number }>;

/** All of its terms together. */
export interface Clause {
  readonly all: readonly Term[];
}

/**
 * When a pump runs: on when any clause holds. Key-off and the crash switch stand above it; the service override beats the
 * clauses, never those two.
 */
export interface TriggerRule {
  readonly any: readonly Clause[];
  /** Runs this long after key-on, s; 0 for no prime. */
  readonly primeS: number;
  readonly minOnS: number;
  readonly minOffS: number;
  /** Off whenever the key is off. Anything else is a stop. */
  readonly needsIgnition: boolean;
  /** Off once the crash switch has tripped. */
  readonly needsInertia: boolean;
  /** Longest the service override runs it, s; 0 for none. */
  readonly overrideS: number;
}

/** Engine speed above which the engine counts as turning on its own, rpm. */
export const TURNING_RPM = 100;

/**
 * Whether a condition asks for a level of something (boost, rpm, throttle).
 * @param term condition
 * @returns true where it does
 * Validity: every kind of condition.
 * @throws nothing
 * @source own convention
 * @example isLevel({ kind: 'oil-pressure', on: true }) // => false
 */
export const isLevel = (term: Term): term is LevelTerm => 'above' in term;

/** What a condition looks at, without the release point: what a switch or a driver is made for. */
export type Signal =
  | { readonly kind: LevelTerm['kind']; readonly above: number; readonly not: boolean }
  | { readonly kind: 'engine-turning' | 'starter'; readonly not: boolean }
  | { readonly kind: 'panel' | 'ecu'; readonly name: string; readonly not: boolean };

/**
 * What a condition is about, whatever its sense: equal keys are one and the same signal in the truth table.
 * @param signal condition, or what a switch acts on
 * @returns key of the signal
 * Validity: every kind of condition.
 * @throws nothing
 * @source own convention
 * @example signalKey({ kind: 'panel', name: 'Pump', not: false }) === signalKey({ kind: 'panel', name: 'Pump', not: true }) // => true
 */
export function signalKey(signal: Signal): string {
  if ('above' in signal) return `${signal.kind}@${Number(signal.above.toPrecision(6))}`;
  return 'name' in signal ? `${signal.kind}:${signal.name}` : signal.kind;
}

/**
 * The signal a condition asks for, as a switch is made for it.
 * @param term condition
 * @returns kind, level or name, and sense
 * Validity: every kind of condition.
 * @throws nothing
 * @source own convention
 * @example signalOf({ kind: 'rpm', above: 4000, below: 3700, not: false }).above // => 4000
 */
export function signalOf(term: Term): Signal {
  if ('above' in term) return { kind: term.kind, above: term.above, not: term.not };
  return 'name' in term
    ? { kind: term.kind, name: term.name, not: term.not }
    : { kind: term.kind, not: term.not };
}

/**
 * The distinct signals a rule looks at, in the order of its clauses.
 * @param rule trigger rule
 * @returns terms with `not` taken off, one a signal
 * @throws nothing
 * @source own convention
 * @example ruleSignals({ any: [{ all: [{ kind: 'starter', not: true }] }], primeS: 0, minOnS: 0, minOffS: 0, needsIgnition: true, needsInertia: true, overrideS: 0 }).length // => 1
 */
export function ruleSignals(rule: TriggerRule): Term[] {
  const seen = new Map<string, Term>();
  for (const clause of rule.any)
    for (const term of clause.all)
      if (!seen.has(signalKey(term))) seen.set(signalKey(term), { ...term, not: false });
  return [...seen.values()];
}

/** Signals by key, true where the condition itself holds (before `not`). */
export type Truth = Readonly<Record<string, boolean>>;

/**
 * Whether a rule wants its pump on, by the plain logic of its clauses: no timers, no key.
 * @param rule trigger rule
 * @param truth each signal by its key (see signalKey)
 * @returns any clause of which every term holds
 * @throws nothing; a signal not given is false
 * @source Boolean algebra
 * @example ruleWants({ any: [{ all: [{ kind: 'starter', not: true }] }], primeS: 0, minOnS: 0, minOffS: 0, needsIgnition: true, needsInertia: true, overrideS: 0 }, { starter: false }) // => true
 */
export function ruleWants(rule: TriggerRule, truth: Truth): boolean {
  return rule.any.some((clause) =>
    clause.all.every((term) => (truth[signalKey(term)] ?? false) !== term.not),
  );
}

/**
 * The whole logic as wired: clauses under key and crash switch.
 * @param rule trigger rule
 * @param truth signals by key
 * @param ignition key on
 * @param crashed crash switch tripped
 * @returns whether the pump may and should run
 * @throws nothing
 * @source common practice: key-off and crash switch win
 * @example ruleRuns({ any: [{ all: [] }], primeS: 0, minOnS: 0, minOffS: 0, needsIgnition: true, needsInertia: true, overrideS: 0 }, {}, false, false) // => false
 */
export function ruleRuns(rule: TriggerRule, truth: Truth, ignition: boolean, crashed: boolean): boolean {
  return (ignition || !rule.needsIgnition) && !(crashed && rule.needsInertia) && ruleWants(rule, truth);
}
