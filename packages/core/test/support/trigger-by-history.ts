/**
 * The trigger told as a sentence about the whole past instead of a machine that remembers: written from the rules of
 * hysteresis and minimum times, sharing nothing with the core. Slow, for tests.
 */
import type { Term } from '../../src/public/trigger.ts';
import type { Signals } from '../../src/trigger/machine.ts';
import type { TriggerRule } from '../../src/trigger/rule.ts';
export function onByHistory(rule: TriggerRule, series: readonly Signals[]): boolean[] {
  const value = (term: Term, s: Signals): number => {
    if (term.kind === 'boost') return s.boost;
    if (term.kind === 'rpm') return s.rpm;
    if (term.kind === 'throttle') return s.throttle;
    return s.oilPressure;
  };

  /** A level holds since the last moment at or above its upper value, unless one below the lower value came after. */
  const holds = (term: Term, now: number): boolean => {
    const s = series[now]!;
    if (term.kind === 'engine-turning') return s.rpm > 100;
    if (term.kind === 'starter') return s.starter;
    if (term.kind === 'panel') return s.panels[term.name] === true;
    if (term.kind === 'ecu') return s.ecu[term.name] === true;
    for (let k = now; k >= 0; k--) {
      const seen = value(term, series[k]!);
      if (seen >= term.above) return true;
      if (seen < term.below) return false;
    }
    return false;
  };

  /** Moment a run of moments with some property, which lasts until now, began at. */
  const began = (now: number, is: (s: Signals) => boolean): number => {
    let k = now;
    while (k > 0 && is(series[k - 1]!)) k--;
    return series[k]!.t;
  };

  const on: boolean[] = [];
  series.forEach((s, i) => {
    if (rule.needsIgnition && !s.ignition) return on.push(false);
    if (rule.needsInertia && s.crashed) return on.push(false);
    if (s.override && s.t - began(i, (m) => m.override) < rule.overrideS) return on.push(true);
    const wanted = rule.any.some(({ all }) => all.every((term) => holds(term, i) !== term.not));
    const priming = s.ignition && s.t - began(i, (m) => m.ignition) < rule.primeS;
    const asked = wanted || priming;
    const before = on[i - 1] ?? false;
    if (asked === before) return on.push(asked);
    let changed = i - 1;
    while (changed > 0 && on[changed - 1] === before) changed--;
    // Off from the start counts as off for ever.
    const since = i === 0 || (changed === 0 && !before) ? Infinity : s.t - series[changed]!.t;
    return on.push(since < (before ? rule.minOnS : rule.minOffS) ? before : asked);
  });
  return on;
}
