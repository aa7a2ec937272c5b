import {
  isLevel,
  ruleWants,
  signalKey,
  TURNING_RPM,
  type LevelTerm,
  type Term,
  type TriggerRule,
} from './rule.ts';

/** Everything a trigger can look at, at one moment. */
export interface Signals {
  /** s, rising. */
  readonly t: number;
  readonly ignition: boolean;
  readonly starter: boolean;
  /** 1/min. */
  readonly rpm: number;
  /** Pa gauge. */
  readonly boost: number;
  /** Pa gauge ahead of the throttle plate, where that is another pressure. */
  readonly boostBefore?: number;
  /** 0–1. */
  readonly throttle: number;
  /** Pa gauge. */
  readonly oilPressure: number;
  readonly crashed: boolean;
  readonly panels: Readonly<Record<string, boolean>>;
  readonly ecu: Readonly<Record<string, boolean>>;
  /** Somebody holds the service override. */
  readonly override: boolean;
}

export type Reason =
  'clause' | 'prime' | 'override' | 'held on' | 'held off' | 'key off' | 'crash' | 'no clause';

export interface LaneStep {
  readonly t: number;
  readonly on: boolean;
  readonly reason: Reason;
}

const level = (term: LevelTerm, s: Signals): number => {
  switch (term.kind) {
    case 'boost':
      return term.point === 'before-throttle' ? (s.boostBefore ?? s.boost) : s.boost;
    case 'throttle':
      return s.throttle;
    case 'rpm':
      return s.rpm;
    case 'oil-pressure':
      return s.oilPressure;
  }
};

const plain = (term: Exclude<Term, LevelTerm>, s: Signals): boolean => {
  switch (term.kind) {
    case 'engine-turning':
      return s.rpm > TURNING_RPM;
    case 'starter':
      return s.starter;
    case 'panel':
      return s.panels[term.name] ?? false;
    case 'ecu':
      return s.ecu[term.name] ?? false;
  }
};

/**
 * One rule as a state machine: levels latch between their two values, the rule's own times are kept. Deterministic: the
 * same moments give the same steps.
 */
export class TriggerMachine {
  private readonly latched = new Map<string, boolean>();
  private readonly terms: readonly Term[];
  private on = false;
  private changedAt = -Infinity;
  private keyOnAt = -Infinity;
  private overrideFrom: number | null = null;
  private ignitionBefore = false;

  constructor(private readonly rule: TriggerRule) {
    this.terms = rule.any.flatMap((c) => c.all);
  }

  /** Moves on to the next moment. */
  step(s: Signals): LaneStep {
    if (s.ignition && !this.ignitionBefore) this.keyOnAt = s.t;
    this.ignitionBefore = s.ignition;
    this.overrideFrom = s.override ? (this.overrideFrom ?? s.t) : null;
    const { on, reason } = this.decide(s);
    if (on !== this.on) {
      this.on = on;
      this.changedAt = s.t;
    }
    return { t: s.t, on, reason };
  }

  private decide(s: Signals): { readonly on: boolean; readonly reason: Reason } {
    const { rule } = this;
    const wants = ruleWants(rule, this.truth(s));
    // Key and crash switch stop at once, whatever the times say.
    if (rule.needsIgnition && !s.ignition) return { on: false, reason: 'key off' };
    if (rule.needsInertia && s.crashed) return { on: false, reason: 'crash' };
    if (this.overrideFrom !== null && s.t - this.overrideFrom < rule.overrideS)
      return { on: true, reason: 'override' };
    const prime = s.ignition && s.t - this.keyOnAt < rule.primeS;
    const asked = wants || prime;
    const since = s.t - this.changedAt;
    if (!asked && this.on && since < rule.minOnS) return { on: true, reason: 'held on' };
    if (asked && !this.on && since < rule.minOffS) return { on: false, reason: 'held off' };
    return { on: asked, reason: wants ? 'clause' : prime ? 'prime' : 'no clause' };
  }

  private truth(s: Signals): Record<string, boolean> {
    const truth: Record<string, boolean> = {};
    for (const term of this.terms) {
      const key = signalKey(term);
      if (!isLevel(term)) {
        truth[key] = plain(term, s);
        continue;
      }
      const value = level(term, s);
      const held = this.latched.get(key) ?? false;
      const now = value >= term.above ? true : value < term.below ? false : held;
      this.latched.set(key, now);
      truth[key] = now;
    }
    return truth;
  }
}

/**
 * Replays a rule over a series of moments.
 * @param rule trigger rule
 * @param series moments with rising t, s
 * @returns one step a moment: on or off, and why
 * Validity: as finely as the series is sampled.
 * @throws nothing
 * @source finite state machine with hysteresis and minimum times
 * @example replayTrigger({ any: [], primeS: 2, minOnS: 0, minOffS: 0, needsIgnition: true, needsInertia: true, overrideS: 0 }, [{ t: 0, ignition: true, starter: false, rpm: 0, boost: 0, throttle: 0, oilPressure: 0, crashed: false, panels: {}, ecu: {}, override: false }])[0].reason // => 'prime'
 */
export function replayTrigger(rule: TriggerRule, series: readonly Signals[]): LaneStep[] {
  const machine = new TriggerMachine(rule);
  return series.map((s) => machine.step(s));
}
