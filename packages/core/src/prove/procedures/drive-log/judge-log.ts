import { evaluateStates } from '../../../advise/evaluate-plan.ts';
import type { JobDocument } from '../../../document/job-document.ts';
import type { StateValues } from '../../../engine/results.ts';
import { within } from '../../bands.ts';
import type { Expectation } from '../../contract.ts';
import { highPressurePumps } from '../../../document/consumers.ts';
import { causes } from './causes.ts';
import { ethanolMiss, missesOf, SWING, swingMiss } from './log-misses.ts';
import type { LogOutcome, LogPoint } from './log-outcome.ts';
import { channelTroubles, type ChannelTrouble } from './channel-health.ts';
import { median, noiseOf, swings, withoutOddRows } from './filtered.ts';
import { findPulls, type LogChannel, type LogSeries, type Pull } from './series.ts';
import { findSteady, type Steady } from './steady.ts';

/** Stretches a pull is judged in, rpm. */
const STRETCH = 500;
/** The whole log is judged in no more than so many: each is one solve of the plan. */
const MOST_POINTS = 60;
/** Volts on the way to the controller that are nothing to worry about, V (estimate). */
const CONTROLLER_LOSES = 0.8;

interface Stretch {
  readonly pull: number;
  readonly during: LogPoint['during'];
  readonly rows: readonly number[];
  readonly at: (channel: LogChannel) => number | null;
}

const stretch = (
  series: LogSeries,
  rows: readonly number[],
  pull: number,
  during: LogPoint['during'],
): Stretch => ({
  pull,
  during,
  rows,
  at: (channel) => (series[channel] ? median(rows.map((i) => series[channel]![i]!)) : null),
});

/** Each pull in stretches of engine speed, medians of every channel. */
function stretches(series: LogSeries, pulls: readonly Pull[]): Stretch[] {
  const all = pulls.flatMap(({ from, to }, pull) => {
    const rows = new Map<number, number[]>();
    for (let i = from; i < to; i++) {
      const k = Math.floor(series.rpm[i]! / STRETCH);
      const own = rows.get(k);
      if (own) own.push(i);
      else rows.set(k, [i]);
    }
    return [...rows].sort(([a], [b]) => a - b).map(([, own]) => stretch(series, own, pull, 'pull'));
  });
  const step = Math.ceil(all.length / MOST_POINTS);
  return all.filter((_, i) => i % step === 0);
}

/** The plan’s power at an engine speed, and what share of it a manifold pressure gives. */
function powerAt({ brief }: JobDocument, rpm: number, manifoldPa: number): number {
  const pull = [...brief.pull].sort((a, b) => a.rpm - b.rpm);
  const above = pull.findIndex((p) => p.rpm >= rpm);
  const [a, b] =
    above < 0
      ? [pull.at(-1)!, pull.at(-1)!]
      : above === 0
        ? [pull[0]!, pull[0]!]
        : [pull[above - 1]!, pull[above]!];
  const t = b.rpm > a.rpm ? (rpm - a.rpm) / (b.rpm - a.rpm) : 0;
  const mix = (of: 'powerW' | 'boostPa') => a[of] + t * (b[of] - a[of]);
  const share = (brief.barometricPa + manifoldPa) / (brief.barometricPa + mix('boostPa'));
  // Below the planned pull power goes with engine speed.
  const slower = above === 0 && rpm < a.rpm ? rpm / a.rpm : 1;
  return Math.max(0, mix('powerW') * Math.min(share, 2) * slower);
}

/**
 * A log of a drive or a dyno pull against the plan: in stretches of 500 rpm the pressure over the manifold and the volts, each
 * held against what the plan gives at the same engine speed and the same boost; power by the plan, scaled by absolute manifold
 * pressure. Leaner than lambda 0.95, or another fuel than planned, is a miss as well.
 * @param doc job document
 * @param series log, SI, in order of time
 * @returns stretches with what they should show, the misses by name, and the verdict; `incomplete` without a pull
 * Validity: steady flow: pulsation and what a shift does are not predicted; logged at 5 rows a second or more.
 * @throws nothing
 * @source the solved plan; common practice for lambda
 * @example judgeLog(fullReturnJob('x'), { timeS: [], rpm: [], fuelPa: [], manifoldPa: [] }).verdict // => 'incomplete'
 */
export function judgeLog(doc: JobDocument, series: LogSeries): LogOutcome {
  const pulls = findPulls(series);
  const lowSide = highPressurePumps(doc).length > 0;
  const troubles = channelTroubles(series);
  const seen = judgedPressure(series, lowSide);
  const at = stretches(series, pulls);
  const rests = findSteady(series).map(({ during, from, to }) =>
    stretch(
      series,
      Array.from({ length: to - from }, (_, i) => from + i),
      -1,
      during,
    ),
  );
  const predicted = predict(
    doc,
    at.map((s) => ({ rpm: s.at('rpm')!, manifoldPa: s.at('manifoldPa')! })),
  );
  const own = rests.length > 0 ? evaluateStates(doc) : [];
  const site: Site = {
    seen,
    lowSide,
    floor: lowSide ? Math.max(...highPressurePumps(doc).map(([, j]) => j.floorPa)) : null,
    base: within('pressure', doc.brief.basePressurePa),
    charging: chargingVolts(doc),
    blind: blindRows(series, troubles),
  };
  const planned = at.map((_, i) => pressureOf(predicted[i] ?? null, lowSide));
  const points = at.map((s, i) => pointOf(s, planned[i]!, site, alongPull(series, at, planned, s.pull)));
  const steady = rests.map((s) =>
    pointOf(
      s,
      pressureOf(own.find((o) => o.state.kind === STATES[s.during as Steady])?.values ?? null, lowSide),
      site,
    ),
  );
  const hunting = swings(series.timeS, seen.filtered, SWING);
  const misses = [
    ...points.flatMap((p) => missesOf(p, lowSide)),
    ...steady.flatMap((p) => missesOf(p, lowSide)),
    ...(hunting === null ? [] : [swingMiss(hunting)]),
    ...ethanolMiss(doc, series),
  ];
  const judged = points.some((p) => p.side !== 'unjudged') && !troubles.some((t) => t.what === 'stuck');
  return {
    verdict: misses.length > 0 ? 'fail' : judged ? 'pass' : 'incomplete',
    points,
    steady,
    pulls: pulls.length,
    swings: hunting,
    lowSide,
    troubles,
    misses,
    usually: causes(doc, { points, steady, swings: hunting, lowSide }),
  };
}

/** The state of the plan each is held against. */
const STATES: Readonly<Record<Steady, string>> = { idle: 'idle', cruise: 'cruise', coasting: 'lift-off' };
/** A dip counts from so far under what may be, as a share of the base: a pull changes within its stretch as well. */
const DIP = 0.05;

/** What every point is judged by. */
interface Site {
  readonly seen: ReturnType<typeof judgedPressure>;
  readonly lowSide: boolean;
  /** Least pressure of the high-pressure pump, Pa gauge. */
  readonly floor: number | null;
  readonly base: Expectation;
  readonly charging: Expectation;
  /** Rows in which a channel does not say what is there. */
  readonly blind: ReadonlySet<number>;
}

/** The pressure that is judged, row by row; with single odd rows taken out; and its noise. */
function judgedPressure({ fuelPa, manifoldPa }: LogSeries, lowSide: boolean) {
  const raw = fuelPa.map((p, i) => (lowSide ? p : p - manifoldPa[i]!));
  return { raw, filtered: withoutOddRows(raw), noise: noiseOf(raw) };
}

const pressureOf = (v: StateValues | null, lowSide: boolean): number | null =>
  v && (lowSide ? v.railGauge : v.railDifferential);

/** Rows in which the manifold or the rail is at its sensor’s end, or does not move at all. */
function blindRows(series: LogSeries, troubles: readonly ChannelTrouble[]): Set<number> {
  const blind = new Set<number>();
  for (const { channel, what, at } of troubles)
    series[channel]!.forEach((v, i) => {
      if (what === 'stuck' || v >= at) blind.add(i);
    });
  return blind;
}

/** The plan solved along the pull that was driven, in place of the one that was meant. */
function predict(
  doc: JobDocument,
  driven: readonly { readonly rpm: number; readonly manifoldPa: number }[],
): (StateValues | null)[] {
  if (driven.length === 0) return [];
  const out: (StateValues | null)[] = driven.map(() => null);
  // States of a pull come back in order of engine speed.
  const order = driven.map((_, i) => i).sort((a, b) => driven[a]!.rpm - driven[b]!.rpm);
  const pull = order.map((i) => {
    const { rpm, manifoldPa } = driven[i]!;
    return { rpm, boostPa: manifoldPa, powerW: powerAt(doc, rpm, manifoldPa) };
  });
  const states = evaluateStates({ ...doc, brief: { ...doc.brief, pull } }).filter(
    (s) => s.state.kind === 'pull',
  );
  order.forEach((i, k) => (out[i] = states[k]?.values ?? null));
  return out;
}

/** What a controller may get while the engine charges: its own feed loses a little, more than a meter’s band. */
function chargingVolts({ brief }: JobDocument): Expectation {
  const band = within('volts', brief.electrical.chargingV);
  return { ...band, low: band.value - CONTROLLER_LOSES };
}

/** What the plan has along a pull, row by row: straight between the middles of its stretches, and on beyond the outer ones. */
function alongPull(
  { rpm }: LogSeries,
  at: readonly Stretch[],
  planned: readonly (number | null)[],
  pull: number,
): (row: number) => number | null {
  const known = at
    .flatMap((s, i) =>
      s.pull === pull && planned[i] !== null ? [{ rpm: s.at('rpm')!, pa: planned[i]! }] : [],
    )
    .sort((a, b) => a.rpm - b.rpm);
  return (row) => {
    const next = known.findIndex((k) => k.rpm >= rpm[row]!);
    const i = Math.min(Math.max(1, next < 0 ? known.length - 1 : next), known.length - 1);
    const [a, b] = [known[i - 1] ?? known[i], known[i]];
    if (!a || !b) return null;
    const t = b.rpm > a.rpm ? (rpm[row]! - a.rpm) / (b.rpm - a.rpm) : 0;
    return a.pa + t * (b.pa - a.pa);
  };
}

function pointOf(
  { pull, during, rows, at }: Stretch,
  planned: number | null,
  site: Site,
  along: (row: number) => number | null = () => planned,
): LogPoint {
  const { seen, floor, base, charging, blind } = site;
  const [rpm, manifoldPa, fuelPa] = [at('rpm')!, at('manifoldPa')!, at('fuelPa')!];
  const sighted = rows.filter((i) => !blind.has(i));
  const differential = median((sighted.length > 0 ? sighted : rows).map((i) => seen.raw[i]!));
  /** How far a row lies over what the plan has just there: within a stretch that changes as well. */
  const over = (i: number): number => seen.filtered[i]! - Math.min(along(i) ?? Infinity, base.value);
  const least = (sighted.length > 0 ? sighted : rows).reduce((m, i) => (over(i) < over(m) ? i : m), rows[0]!);
  const lowest = seen.filtered[least]!;
  const band = planned === null ? null : within('pressure', planned);
  // Where the plan overruns or sags, the base itself is right as well. A low side has a floor, and what is above it does.
  const expects = band && {
    ...band,
    low: floor ?? Math.min(band.low, base.low),
    high: Math.max(band.high, base.high),
  };
  const low = expects !== null && (differential < expects.low || (floor !== null && lowest < floor));
  const there = along(least);
  const dips =
    expects !== null &&
    floor === null &&
    there !== null &&
    lowest < Math.min(within('pressure', there).low, base.low) - DIP * base.value - 2 * seen.noise;
  return {
    pull,
    during,
    rpm,
    manifoldPa,
    fuelPa,
    differential,
    lowest,
    dips: dips && differential >= expects.low,
    expects,
    volts: at('volts'),
    expectsVolts: charging,
    lambda: at('lambda'),
    side:
      !expects || sighted.length * 2 < rows.length
        ? 'unjudged'
        : low || dips
          ? 'low'
          : differential > expects.high
            ? 'high'
            : 'pass',
  };
}
