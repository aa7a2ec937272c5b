import { evaluateStates } from '../../../advise/evaluate-plan.ts';
import type { JobDocument } from '../../../document/job-document.ts';
import type { StateValues } from '../../../engine/results.ts';
import { within } from '../../bands.ts';
import type { Expectation } from '../../contract.ts';
import type { Miss } from '../../measured.ts';
import { findPulls, type LogChannel, type LogSeries, type Pull } from './series.ts';

/** A stretch of a pull: what was logged there (medians, SI) and what the plan has for the same engine speed and boost. */
export interface LogPoint {
  readonly pull: number;
  readonly rpm: number;
  readonly manifoldPa: number;
  readonly fuelPa: number;
  /** Fuel pressure less manifold, Pa: what the injectors see. */
  readonly differential: number;
  /** Null where the plan does not settle there. */
  readonly expects: Expectation | null;
  readonly volts: number | null;
  /** What the controller should get: its own feed, not the pump’s. */
  readonly expectsVolts: Expectation;
  readonly lambda: number | null;
  readonly side: 'pass' | 'low' | 'high' | 'unjudged';
}

export interface LogOutcome {
  readonly verdict: 'pass' | 'fail' | 'incomplete';
  readonly points: readonly LogPoint[];
  readonly pulls: number;
  readonly misses: readonly Miss[];
  /** What it suggests, from a fixed table. */
  readonly usually: readonly string[];
}

/** Stretches a pull is judged in, rpm. */
const STRETCH = 500;
/** The whole log is judged in no more than so many: each is one solve of the plan. */
const MOST_POINTS = 60;
/** Leaner than this under boost or with the throttle open: lift (common practice for gasoline and ethanol alike). */
const LEAN = 0.95;
/** Ethanol may lie so far off the plan before it is another fuel, volume share. */
const ETHANOL_OFF = 0.05;
/** Volts on the way to the controller that are nothing to worry about, V (estimate). */
const CONTROLLER_LOSES = 0.8;

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
};

interface Stretch {
  readonly pull: number;
  readonly at: (channel: LogChannel) => number | null;
}

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
    return [...rows]
      .sort(([a], [b]) => a - b)
      .map(([, own]): Stretch => ({
        pull,
        at: (channel) => (series[channel] ? median(own.map((i) => series[channel]![i]!)) : null),
      }));
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
  const at = stretches(series, pulls);
  const predicted = predict(
    doc,
    at.map((s) => ({ rpm: s.at('rpm')!, manifoldPa: s.at('manifoldPa')! })),
  );
  const base = within('pressure', doc.brief.basePressurePa);
  const charging = chargingVolts(doc);
  const points = at.map((s, i) => pointOf(s, predicted[i] ?? null, base, charging));
  const misses = [...points.flatMap(missesOf), ...ethanolMiss(doc, series)];
  const judged = points.some((p) => p.side !== 'unjudged');
  return {
    verdict: misses.length > 0 ? 'fail' : judged ? 'pass' : 'incomplete',
    points,
    pulls: pulls.length,
    misses,
    usually: causes(points),
  };
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

function pointOf(
  { pull, at }: Stretch,
  v: StateValues | null,
  base: Expectation,
  charging: Expectation,
): LogPoint {
  const [rpm, manifoldPa, fuelPa] = [at('rpm')!, at('manifoldPa')!, at('fuelPa')!];
  const differential = fuelPa - manifoldPa;
  const band = v && within('pressure', v.railDifferential);
  // Where the plan overruns or sags, the base itself is right as well.
  const expects = band && {
    ...band,
    low: Math.min(band.low, base.low),
    high: Math.max(band.high, base.high),
  };
  return {
    pull,
    rpm,
    manifoldPa,
    fuelPa,
    differential,
    expects,
    volts: at('volts'),
    expectsVolts: charging,
    lambda: at('lambda'),
    side: !expects
      ? 'unjudged'
      : differential < expects.low
        ? 'low'
        : differential > expects.high
          ? 'high'
          : 'pass',
  };
}

function missesOf(p: LogPoint): Miss[] {
  const does = (what: string) => `${what} at ${Math.round(p.rpm / 10) * 10} rpm, pull ${p.pull + 1}`;
  return [
    ...(p.expects && (p.side === 'low' || p.side === 'high')
      ? [
          {
            stepId: `log:${p.pull}:${Math.round(p.rpm)}`,
            does: does('Fuel pressure over manifold'),
            value: p.differential,
            low: p.expects.low,
            high: p.expects.high,
            dimension: 'pressure' as const,
            side: p.side,
          },
        ]
      : []),
    ...(p.volts !== null && p.volts < p.expectsVolts.low
      ? [
          {
            stepId: `log:${p.pull}:${Math.round(p.rpm)}:volts`,
            does: does('Volts at the controller'),
            value: p.volts,
            low: p.expectsVolts.low,
            high: p.expectsVolts.high,
            dimension: 'volts' as const,
            side: 'low' as const,
          },
        ]
      : []),
    ...(p.lambda !== null && p.lambda > LEAN
      ? [
          {
            stepId: `log:${p.pull}:${Math.round(p.rpm)}:lambda`,
            does: does('Lambda'),
            value: p.lambda,
            low: 0,
            high: LEAN,
            dimension: 'coefficient' as const,
            side: 'high' as const,
          },
        ]
      : []),
  ];
}

function ethanolMiss({ brief }: JobDocument, { ethanol }: LogSeries): Miss[] {
  if (!ethanol || ethanol.length === 0) return [];
  const value = median(ethanol);
  const { ethanol: planned } = brief.fuel;
  const [low, high] = [Math.max(0, planned - ETHANOL_OFF), Math.min(1, planned + ETHANOL_OFF)];
  if (value >= low && value <= high) return [];
  return [
    {
      stepId: 'log:ethanol',
      does: 'Ethanol in the fuel',
      value,
      low,
      high,
      dimension: 'fraction',
      side: value < low ? 'low' : 'high',
    },
  ];
}

/** Volts that fall by so much from where the pressure still holds to where it does not, V. */
const VOLTS_FALL = 0.5;

/** What a log with misses usually comes from: read off the stretch in which it is worst. */
function causes(points: readonly LogPoint[]): string[] {
  const under = (p: LogPoint): number => (p.side === 'low' ? p.expects!.low - p.differential : 0);
  const worst = points.reduce<LogPoint | null>((w, p) => (under(p) > (w ? under(w) : 0) ? p : w), null);
  if (!worst) {
    return points.some((p) => p.side === 'high')
      ? [
          'Pressure above the plan: regulator set high, return too small or kinked, another ratio than planned.',
        ]
      : [];
  }
  const own = points.filter((p) => p.pull === worst.pull);
  const at = own.indexOf(worst);
  const from = own.findLastIndex((p, i) => i < at && p.side !== 'low') + 1;
  const back = own.findIndex((p, i) => i > at && p.side !== 'low');
  const held = own.flatMap((p) => (p.side !== 'low' && p.volts !== null ? [p.volts] : []));
  const voltsSag =
    worst.volts !== null &&
    (worst.volts < worst.expectsVolts.low || (held.length > 0 && median(held) - worst.volts > VOLTS_FALL));
  return [
    ...(voltsSag ? ['Volts sag with it: charging, ground, or a joint in the feed. Read the drops.'] : []),
    from === 0
      ? 'Low from the start of the pull: base pressure set low, or the reference hose is off or split.'
      : back > 0
        ? 'It sags and comes back: the second pump came late, or the pick-up drew air.'
        : 'It sags toward the top and stays down: the supply is at its limit there. Pump, filter, strainer or a line too small: catch the flow.',
  ];
}
