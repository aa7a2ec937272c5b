import type { JobDocument, PumpTrigger } from '../document/job-document.ts';
import { runsSteadily } from '../engine/steady-trigger.ts';
import { gauge } from '../quantities/pressure.ts';
import { SWITCH_HYSTERESIS } from '../document/triggers.ts';
import { PULL_S, PUMP_START_S, SPOOL_S } from './pull-time.ts';
import { otherwise } from '../engine/parameters.ts';
import { Engine } from '../engine/engine.ts';
import { operatingStates, type OperatingState } from '../engine/states.ts';

/** Margin the running pumps must still have when the next one comes in. */
export const STAGING_MARGIN = 0.1;
/** A boost switch comes on within this of its setting, Pa (typical). */
export const SWITCH_TOLERANCE = 5e3;
export interface StagingPoint {
  readonly boost: number;
  readonly rpm: number;
  /** Margin of the others alone. */
  readonly margin: number;
}

export interface StagingAdvice {
  /** The others alone along cruise and pull, by rising boost. */
  readonly alone: readonly StagingPoint[];
  /** Boost at which the others fall below their staging margin, Pa gauge; null: they never do. */
  readonly needed: number | null;
  /** Margin of the others at their worst point beyond it. */
  readonly worst: number;
  /** How fast boost rises there, Pa/s. */
  readonly rate: number;
  /** Highest setting that is still in time, Pa gauge. */
  readonly latest: number;
  /** Lowest setting that lets the pump stop at cruise, Pa gauge. */
  readonly earliest: number;
  /** The setting to use; null where boost cannot tell pull from cruise. */
  readonly set: { readonly above: number; readonly below: number } | null;
  /** Engine speed to use instead, 1/min. */
  readonly rpm: number | null;
}

/**
 * Where a staged pump should come in: before the others alone fall below their margin, less what the switch may be off
 * and what the boost rises while the pump starts; above cruise, so that it stops again.
 * @param doc job document
 * @param pumpId the staged pump
 * @returns needed, latest and earliest setting Pa gauge, the setting to use with its release point
 * Validity: steady states along the pull; the rise of boost is taken from a 5 s pull with 1 s of spool (typical).
 * @throws nothing
 * @source joint solve with that pump off; 10 % staging margin is common practice
 * @example stagingAdvice(PATTERNS.find((p) => p.id === 'twin-pump').job('x'), 'pump-2').alone.length // => 6
 */
export function stagingAdvice(doc: JobDocument, pumpId: string): StagingAdvice {
  const solver = new Engine(doc, otherwise({ dead: [pumpId] }));
  const states = operatingStates(doc).filter((s) => s.kind === 'pull' || s.kind === 'cruise');
  const alone = states
    .flatMap((state): (StagingPoint & { state: OperatingState })[] => {
      const best = solver.available(state);
      return best && state.draw > 0
        ? [{ state, boost: state.manifold, rpm: state.rpm, margin: best.flow / state.draw - 1 }]
        : [];
    })
    .sort((a, b) => a.boost - b.boost || a.rpm - b.rpm);
  const cruise = doc.brief.cruise.manifoldPa;
  const earliest = Math.max(cruise, doc.brief.idle.manifoldPa) + SWITCH_TOLERANCE;
  const short = alone.findIndex((p) => p.margin < STAGING_MARGIN);
  const told = alone.map(({ boost, rpm, margin }) => ({ boost, rpm, margin }));
  const worst = Math.min(...alone.map((p) => p.margin));
  if (short < 0)
    return { alone: told, needed: null, worst, rate: 0, latest: Infinity, earliest, set: null, rpm: null };
  const first = alone[short]!;
  const before = alone[short - 1];
  // Straight between the last point that still had the margin and the first that has not.
  const share = before ? (before.margin - STAGING_MARGIN) / (before.margin - first.margin) : 0;
  const between = (a: number, b: number): number => a + share * (b - a);
  const needed = before ? between(before.boost, first.boost) : first.boost;
  const rate = boostRate(doc, needed);
  const latest = boostBefore(doc, needed, PUMP_START_S) - SWITCH_TOLERANCE;
  const above = Math.floor(latest / 1000) * 1000;
  const separates = above > earliest;
  const hysteresis = Math.min(SWITCH_HYSTERESIS, (above - earliest) / 2);
  return {
    alone: told,
    needed,
    worst,
    rate,
    latest,
    earliest,
    set: separates ? { above, below: above - hysteresis } : null,
    rpm: separates ? null : Math.floor((before ? between(before.rpm, first.rpm) : first.rpm) / 100) * 100,
  };
}

/** Boost over time on the way up: spooling up to the first point of the pull, then along it; s, Pa gauge, rpm. */
function riseOf(doc: JobDocument): { readonly at: number; readonly boost: number; readonly rpm: number }[] {
  const pull = [...doc.brief.pull].sort((a, b) => a.rpm - b.rpm);
  const [first] = pull;
  const last = pull.at(-1);
  if (!first || !last) return [];
  const perRpm = last.rpm > first.rpm ? PULL_S / (last.rpm - first.rpm) : 0;
  return [
    { at: -SPOOL_S, boost: doc.brief.cruise.manifoldPa, rpm: doc.brief.cruise.rpm },
    ...pull.map((p) => ({ at: (p.rpm - first.rpm) * perRpm, boost: p.boostPa, rpm: p.rpm })),
  ];
}

/** Steps a leg of the way up is walked in. */
const STEPS = 200;

/**
 * Boost at which a rule brings its pump in on the way up a pull, with every condition of every clause: another clause may
 * bring it in earlier, another condition may hold it back.
 * @param doc job document
 * @param rule its rule; levels SI
 * @returns Pa gauge; null where it does not come in at all
 * Validity: wide open throttle from cruise up, boost and speed straight between the points of the pull.
 * @throws nothing
 * @source own convention, see runsSteadily
 */
export function comesInAt(doc: JobDocument, rule: PumpTrigger): number | null {
  const rise = riseOf(doc);
  for (let i = 1; i < rise.length; i++) {
    const [a, b] = [rise[i - 1]!, rise[i]!];
    for (let k = 1; k <= STEPS; k++) {
      const manifold = gauge(a.boost + (k / STEPS) * (b.boost - a.boost));
      const rpm = a.rpm + (k / STEPS) * (b.rpm - a.rpm);
      if (runsSteadily(rule, { kind: 'pull', pumpsOn: true, manifold, rpm })) return manifold;
    }
  }
  return null;
}

/** What boost was so many seconds before it first reached a level; never more than the level itself. */
function boostBefore(doc: JobDocument, level: number, seconds: number): number {
  const rise = riseOf(doc);
  const between = (a: number, b: number, share: number): number => a + share * (b - a);
  const i = rise.findIndex((p, k) => k > 0 && p.boost >= level && rise[k - 1]!.boost < level);
  if (i < 0) return level;
  const [a, b] = [rise[i - 1]!, rise[i]!];
  const then = between(a.at, b.at, (level - a.boost) / (b.boost - a.boost)) - seconds;
  const k = Math.max(
    1,
    rise.findIndex((p) => p.at >= then),
  );
  const [c, d] = [rise[k - 1]!, rise[k]!];
  const share = d.at > c.at ? Math.max(0, (then - c.at) / (d.at - c.at)) : 0;
  return Math.min(level, between(c.boost, d.boost, share));
}

/** How fast boost goes through a level on its way up, Pa/s: spooling up to the first point, then along the pull. */
function boostRate(doc: JobDocument, boost: number): number {
  const pull = [...doc.brief.pull].sort((a, b) => a.rpm - b.rpm);
  const first = pull[0];
  const last = pull.at(-1);
  if (!first || !last) return 0;
  if (boost <= first.boostPa) return Math.max(0, first.boostPa - doc.brief.cruise.manifoldPa) / SPOOL_S;
  const rpmRate = (last.rpm - first.rpm) / PULL_S;
  for (let i = 1; i < pull.length; i++) {
    const [a, b] = [pull[i - 1]!, pull[i]!];
    if (boost > a.boostPa && boost <= b.boostPa) return ((b.boostPa - a.boostPa) / (b.rpm - a.rpm)) * rpmRate;
  }
  return 0;
}
