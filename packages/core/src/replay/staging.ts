import type { JobDocument, PumpTrigger } from '../document/job-document.ts';
import { stagingMarginOf } from '../document/shop-limits.ts';
import { SWITCH_HYSTERESIS } from '../document/triggers.ts';
import { otherwise } from '../engine/parameters.ts';
import { Engine } from '../engine/engine.ts';
import { operatingStates } from '../engine/states.ts';
import { RUNNING_OIL, THROTTLE } from '../engine/steady-trigger.ts';
import { replayTrigger, type Signals } from '../trigger/machine.ts';
import { isLevel, type Term } from '../trigger/rule.ts';
import { PULL_S, PUMP_START_S, SPOOL_S } from './pull-time.ts';

/** A boost switch comes on within this of its setting, Pa (typical). */
export const SWITCH_TOLERANCE = 5e3;
/** Settings are recommended in steps of half a psi and from 2 psi up, Pa (common practice). */
const SETTING_STEP = 3447.378646584;
const LEAST_SETTING = 4 * SETTING_STEP;

export interface StagingPoint {
  readonly boost: number;
  readonly rpm: number;
  /** Margin of the others alone. */
  readonly margin: number;
}

export interface StagingAdvice {
  /** The others alone, from cruise along the pull in the order of time. */
  readonly alone: readonly StagingPoint[];
  /** Boost and engine speed at which the others first fall below their staging margin, Pa gauge and 1/min; null: they never do. */
  readonly needed: number | null;
  readonly neededRpm: number | null;
  /** Margin of the others at their worst point. */
  readonly worst: number;
  /** How fast boost rises where it is needed, Pa/s. */
  readonly rate: number;
  /** Highest setting that is still in time, Pa gauge: a limit, not a recommendation. */
  readonly latest: number;
  /** Lowest setting that lets the pump stop at cruise and idle, Pa gauge. */
  readonly earliest: number;
  /** The setting to use, early rather than late; null where boost cannot tell pull from cruise. */
  readonly set: { readonly above: number; readonly below: number } | null;
  /** Engine speed to use instead, 1/min. */
  readonly rpm: number | null;
}

/** One moment on the way up a pull. */
interface Moment {
  /** s from its first point. */
  readonly at: number;
  readonly boost: number;
  readonly rpm: number;
  /** Margin of the others alone. */
  readonly margin: number;
  readonly throttle: number;
}

/**
 * Where a staged pump should come in. The pull is followed in time: a switch latches, so what counts is that boost has reached
 * its setting before the others alone fall below their margin, less what the switch may be off and the time the pump takes to
 * start; and that it has not let go again while the pump is needed. Recommended is an early setting: the lowest, from 2 psi up,
 * that lets the pump stop at cruise and idle.
 * @param doc job document
 * @param pumpId the staged pump
 * @returns needed, latest and earliest setting Pa gauge, the setting to use with its release point
 * Validity: steady states along the pull; the rise of boost is taken from a 5 s pull with 1 s of spool (typical).
 * @throws nothing
 * @source joint solve with that pump off; 10 % staging margin and early rather than late are common practice
 * @example stagingAdvice(PATTERNS.find((p) => p.id === 'twin-pump').job('x'), 'pump-2').alone.length // => 6
 */
export function stagingAdvice(doc: JobDocument, pumpId: string): StagingAdvice {
  const { points, way } = wayUp(doc, pumpId);
  const alone = points.map(({ boost, rpm, margin }) => ({ boost, rpm, margin }));
  const earliest = Math.max(doc.brief.cruise.manifoldPa, doc.brief.idle.manifoldPa) + SWITCH_TOLERANCE;
  const worst = Math.min(...alone.map((p) => p.margin));
  const wanted = stagingMarginOf(doc);
  const first = way.findIndex((m) => m.margin < wanted);
  if (first < 0)
    return {
      alone,
      needed: null,
      neededRpm: null,
      worst,
      rate: 0,
      latest: Infinity,
      earliest,
      set: null,
      rpm: null,
    };
  const from = crossing(way, first, wanted);
  const start = whenAt(way, from.at - PUMP_START_S);
  const reached = Math.max(start.boost, ...way.filter((m) => m.at <= start.at).map((m) => m.boost));
  const latest = Math.min(reached, from.boost) - SWITCH_TOLERANCE;
  const least = Math.min(...way.filter((m) => m.margin < wanted).map((m) => m.boost));
  const set = settingBetween(earliest, latest, least - SWITCH_TOLERANCE);
  return {
    alone,
    needed: from.boost,
    neededRpm: from.rpm,
    worst,
    rate: from.rate,
    latest,
    earliest,
    set,
    rpm: set ? null : Math.floor(start.rpm / 100) * 100,
  };
}

/** An early setting where there is room for one, else as late as is in time; it lets go above cruise and below what the pull falls to. */
function settingBetween(
  earliest: number,
  latest: number,
  mostRelease: number,
): { readonly above: number; readonly below: number } | null {
  const early =
    Math.ceil(Math.max(LEAST_SETTING, earliest + SWITCH_HYSTERESIS) / SETTING_STEP - 1e-9) * SETTING_STEP;
  const above = early <= latest ? early : Math.floor(latest / 1000) * 1000;
  if (above <= earliest) return null;
  const below = Math.min(above - Math.min(SWITCH_HYSTERESIS, (above - earliest) / 2), mostRelease);
  return below > earliest ? { above, below } : null;
}

/** Steps a leg of the way up is walked in. */
const STEPS = 200;

interface WayUp {
  readonly points: readonly Moment[];
  readonly way: readonly Moment[];
}
const known = new WeakMap<JobDocument, Map<string, WayUp>>();

/** Worked out once a plan and pump: advice, judgement and its fix all follow it. */
function wayUp(doc: JobDocument, pumpId: string): WayUp {
  const ways = known.get(doc) ?? new Map<string, WayUp>();
  known.set(doc, ways);
  const way = ways.get(pumpId) ?? solvedWayUp(doc, pumpId);
  ways.set(pumpId, way);
  return way;
}

/** The others alone at cruise and at every point of the pull, and the way through them in small steps of time. */
function solvedWayUp(doc: JobDocument, pumpId: string): WayUp {
  const solver = new Engine(doc, otherwise({ dead: [pumpId] }));
  const states = operatingStates(doc).filter((s) => s.kind === 'pull' || s.kind === 'cruise');
  const pull = states.filter((s) => s.kind === 'pull');
  const [first, last] = [pull[0], pull.at(-1)];
  const perRpm = first && last && last.rpm > first.rpm ? PULL_S / (last.rpm - first.rpm) : 0;
  const points = states.flatMap((state): Moment[] => {
    const best = solver.available(state);
    if (!best || state.draw <= 0) return [];
    const at = state.kind === 'cruise' ? -SPOOL_S : (state.rpm - (first?.rpm ?? 0)) * perRpm;
    const margin = best.flow / state.draw - 1;
    return [{ at, boost: state.manifold, rpm: state.rpm, margin, throttle: THROTTLE[state.kind] }];
  });
  const way = points.slice(0, 1);
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    for (let k = 1; k <= STEPS; k++) way.push(between(a, b, k / STEPS));
  }
  return { points, way };
}

const between = (a: Moment, b: Moment, share: number): Moment => {
  const mix = (x: number, y: number): number => x + share * (y - x);
  return {
    at: mix(a.at, b.at),
    boost: mix(a.boost, b.boost),
    rpm: mix(a.rpm, b.rpm),
    margin: mix(a.margin, b.margin),
    // The throttle is open as soon as a pull begins.
    throttle: b.throttle,
  };
};

/** Where the margin passes the staging margin on its way down to a moment, and how fast boost rises there. */
function crossing(way: readonly Moment[], index: number, wanted: number): Moment & { readonly rate: number } {
  const [a, b] = [way[index - 1], way[index]!];
  if (!a) return { ...b, rate: 0 };
  const share = (a.margin - wanted) / (a.margin - b.margin);
  const rate = b.at > a.at ? (b.boost - a.boost) / (b.at - a.at) : 0;
  return { ...between(a, b, share), rate };
}

/** The moment at a time; before the first one that one. */
function whenAt(way: readonly Moment[], at: number): Moment {
  const i = way.findIndex((m) => m.at >= at);
  if (i <= 0) return way[0]!;
  const [a, b] = [way[i - 1]!, way[i]!];
  return between(a, b, b.at > a.at ? (at - a.at) / (b.at - a.at) : 0);
}

/** What a rule leaves uncovered on the way up a pull. */
export interface Missed {
  /** Where the others first fall below their staging margin with the pump not on; least margin of the others while it is not. */
  readonly boost: number;
  readonly rpm: number;
  readonly least: number;
  /** Where it does come in; null: it does not along the pull. */
  readonly cameIn: { readonly boost: number; readonly rpm: number } | null;
}

/**
 * Follows a rule with all of its conditions, its latches and its times along a pull, and finds where its pump is needed and not on.
 * @param doc job document
 * @param rule the rule of a staged pump
 * @param late boost switches come on this much late, Pa
 * @returns what is missed; null where the pump is on whenever it is needed
 * Validity: panel switches on, named controller outputs on in the pull; boost and speed straight between the points of the pull.
 * @throws nothing
 * @source own convention
 */
export function missedBy(doc: JobDocument, rule: PumpTrigger, late = 0): Missed | null {
  const { way } = wayUp(doc, rule.loadId);
  const wanted = stagingMarginOf(doc);
  const shifted = { ...rule, any: rule.any.map(({ all }) => ({ all: all.map((t) => laterBy(t, late)) })) };
  const signals = way.map((m) => signalsAt(m, rule));
  // The key has been on for long: no prime is left.
  const before = signals[0] ? [{ ...signals[0], t: -1e4 }] : [];
  const steps = replayTrigger(shifted, [...before, ...signals]).slice(before.length);
  let since: number | undefined;
  let first: Moment | undefined;
  let cameIn: Moment | undefined;
  let least = Infinity;
  way.forEach((m, i) => {
    since = steps[i]!.on ? (since ?? (i === 0 ? -Infinity : m.at)) : undefined;
    if (steps[i]!.on) cameIn ??= m;
    const running = since !== undefined && m.at - since >= PUMP_START_S - 1e-9;
    if (running || m.margin >= wanted) return;
    first ??= m;
    least = Math.min(least, m.margin);
  });
  return first ? { boost: first.boost, rpm: first.rpm, least, cameIn: cameIn ?? null } : null;
}

const laterBy = (term: Term, pascals: number): Term =>
  isLevel(term) && term.kind === 'boost' && !term.not
    ? { ...term, above: term.above + pascals, below: term.below + pascals }
    : term;

function signalsAt(m: Moment, rule: PumpTrigger): Signals {
  const terms = rule.any.flatMap(({ all }) => all);
  const named = (kind: 'panel' | 'ecu', on: boolean): Record<string, boolean> =>
    Object.fromEntries(terms.flatMap((t) => (t.kind === kind ? [[t.name, on] as const] : [])));
  return {
    t: m.at,
    ignition: true,
    starter: false,
    rpm: m.rpm,
    boost: m.boost,
    throttle: m.throttle,
    oilPressure: RUNNING_OIL,
    crashed: false,
    override: false,
    panels: named('panel', true),
    ecu: named('ecu', m.throttle >= 1),
  };
}
