import type { JobDocument, PumpTrigger } from '../../document/job-document.ts';
import { ruleOf, rulesOf, setRule } from '../../document/triggers.ts';
import type { Finding, FindingFix } from '../../outcome/finding.ts';
import { formatQuantity } from '../../quantities/format.ts';
import { isLevel, type LevelTerm, type Term } from '../../trigger/rule.ts';
import {
  driveLanes,
  driveMoments,
  standardDrive,
  type DriveMoment,
  type Lane,
  type Leg,
} from '../../replay/drive.ts';
import { both, type FindingContext } from '../context.ts';

/** What a signal shakes by in a running car: hysteresis must be wider (typical). */
export const SIGNAL_RIPPLE: Readonly<Record<LevelTerm['kind'], number>> = {
  boost: 3e3,
  throttle: 0.02,
  rpm: 60,
  'oil-pressure': 20e3,
};
const RIPPLE_DIMENSION = {
  boost: 'pressure',
  throttle: 'fraction',
  rpm: 'engineSpeed',
  'oil-pressure': 'pressure',
} as const;
/** After a crash and with the key off a pump stops within this, s. */
const STOP_S = 0.5;
/** How long past its prime a pump may run on a stalled engine, s. */
const STALL_S = 1;
/** Prime offered where there is none, s. */
const PRIME_S = 2;

/** What the rules do along a drive through everything: start, idle, pull, stall, crash, key off. */
export function triggerFindings({ doc }: FindingContext): Finding[] {
  const legs = standardDrive();
  const moments = driveMoments(doc, legs);
  const rules = rulesOf(doc);
  const lanes = driveLanes(rules, moments).filter((l) => doc.plumbing.elements[l.loadId]?.kind === 'pump');
  return [
    ...lanes.flatMap((lane) => {
      const { rule } = ruleOf(doc, lane.loadId);
      return [
        ...keyOff(doc, rule, lane, moments),
        ...afterCrash(doc, rule, lane, moments),
        ...stalled(doc, rule, lane, moments, legs),
        ...neverStops(doc, rule, lane, moments),
        ...chatter(doc, rule),
        ...beforeThrottle(doc, rule),
      ];
    }),
    ...noPrime(doc, lanes, moments),
  ];
}

const nameOf = (doc: JobDocument, rule: PumpTrigger): string =>
  doc.plumbing.elements[rule.loadId]?.name ?? rule.loadId;

interface Told {
  readonly code: string;
  readonly severity: Finding['severity'];
  readonly title: string;
  readonly text: string;
  readonly formula: string;
  readonly seconds?: number;
  readonly fixes: FindingFix[];
}

const told = (doc: JobDocument, rule: PumpTrigger, t: Told): Finding => ({
  code: t.code,
  severity: t.severity,
  stage: 'wire',
  place: { id: rule.loadId, name: nameOf(doc, rule) },
  title: t.title,
  dimension: 'duration',
  value: t.seconds ?? 0,
  limit: 0,
  why: {
    text: t.text,
    formula: t.formula,
    source: 'the rule replayed along a drive from key-on to key-off; common practice',
  },
  fixes: t.fixes,
});

/** Seconds a lane is on where something holds, and moment by moment counted from where that began. */
function secondsOn(
  lane: Lane,
  moments: readonly DriveMoment[],
  where: (m: DriveMoment) => boolean,
  grace: number,
): number {
  let since: number | undefined;
  let on = 0;
  moments.forEach((m, i) => {
    if (!where(m)) {
      since = undefined;
      return;
    }
    since ??= m.t;
    if (lane.steps[i]!.on && m.t - since > grace) on += (moments[i + 1]?.t ?? m.t) - m.t;
  });
  return on;
}

function keyOff(doc: JobDocument, rule: PumpTrigger, lane: Lane, moments: readonly DriveMoment[]): Finding[] {
  const seconds = secondsOn(lane, moments, (m) => !m.ignition, STOP_S);
  if (seconds <= 0 && rule.needsIgnition) return [];
  return [
    told(doc, rule, {
      code: 'RUNS_KEY_OFF',
      severity: 'stop',
      title: `${nameOf(doc, rule)} may run with the key off.`,
      text: 'Key-off must stop everything: a pump that runs on feeds a leak or a fire, and empties the battery.',
      formula: 'rule does not ask for the ignition',
      seconds,
      fixes: [{ label: 'Stop it with the key', patch: setRule(doc, { ...rule, needsIgnition: true }) }],
    }),
  ];
}

function afterCrash(
  doc: JobDocument,
  rule: PumpTrigger,
  lane: Lane,
  moments: readonly DriveMoment[],
): Finding[] {
  const seconds = secondsOn(lane, moments, (m) => m.crashed && m.ignition, STOP_S);
  if (seconds <= 0) return [];
  return [
    told(doc, rule, {
      code: 'RUNS_AFTER_CRASH',
      severity: 'fix',
      title: `${nameOf(doc, rule)} runs on after a crash.`,
      text: 'A crash (inertia or rollover) switch should cut the pump: a torn line then stops feeding.',
      formula: `on for ${seconds.toFixed(1)} s after the switch has tripped`,
      seconds,
      fixes: [{ label: 'Add the crash switch', patch: setRule(doc, { ...rule, needsInertia: true }) }],
    }),
  ];
}

const turning: Term = { kind: 'engine-turning', not: false };
const stopsWithEngine = (rule: PumpTrigger): boolean =>
  rule.any.every(({ all }) =>
    all.some((t) => !t.not && (t.kind === 'engine-turning' || t.kind === 'oil-pressure' || t.kind === 'rpm')),
  );

function stalled(
  doc: JobDocument,
  rule: PumpTrigger,
  lane: Lane,
  moments: readonly DriveMoment[],
  legs: readonly Leg[],
): Finding[] {
  const seconds = secondsOn(lane, moments, (m) => legs[m.leg]!.kind === 'stall', STALL_S + rule.minOnS);
  if (seconds <= 0 || stopsWithEngine(rule)) return [];
  const any = rule.any.map(({ all }) => ({ all: [...all, turning] }));
  return [
    told(doc, rule, {
      code: 'RUNS_STALLED',
      severity: 'note',
      title: `${nameOf(doc, rule)} keeps running when the engine stalls with the key on.`,
      text: 'A pump that only runs while the engine turns stops by itself when a line comes off. It then wants a prime at key-on to start.',
      formula: `on for ${seconds.toFixed(1)} s of a stall`,
      seconds,
      fixes: [
        {
          label: 'Run it only while the engine turns, with a 2 s prime',
          patch: setRule(doc, { ...rule, any, primeS: Math.max(PRIME_S, rule.primeS) }),
        },
      ],
    }),
  ];
}

function neverStops(
  doc: JobDocument,
  rule: PumpTrigger,
  lane: Lane,
  moments: readonly DriveMoment[],
): Finding[] {
  const levels = rule.any.flatMap(({ all }) => all).filter((t) => isLevel(t) && !t.not);
  if (levels.length === 0) return [];
  const atIdle = moments.filter((m) => m.kind === 'idle' && !m.starter);
  const on = moments.filter((m, i) => m.kind === 'idle' && !m.starter && lane.steps[i]!.on).length;
  if (atIdle.length === 0 || on < atIdle.length * 0.5) return [];
  return [
    told(doc, rule, {
      code: 'NEVER_STOPS_AT_IDLE',
      severity: 'fix',
      title: `${nameOf(doc, rule)} never stops at idle.`,
      text: 'Its threshold is reached at idle already: it heats the fuel, loads the battery, and a small return overruns.',
      formula: `on at ${Math.round((100 * on) / atIdle.length)} % of the moments at idle`,
      fixes: [],
    }),
  ];
}

function chatter(doc: JobDocument, rule: PumpTrigger): Finding[] {
  if (rule.minOnS >= STOP_S) return [];
  const tight = rule.any
    .flatMap(({ all }) => all)
    .filter(isLevel)
    .find((t) => t.above - t.below < SIGNAL_RIPPLE[t.kind]);
  if (!tight) return [];
  const dimension = RIPPLE_DIMENSION[tight.kind];
  const ripple = SIGNAL_RIPPLE[tight.kind];
  return [
    {
      ...told(doc, rule, {
        code: 'CHATTERS',
        severity: 'fix',
        title: `${nameOf(doc, rule)} chatters around its threshold.`,
        text: 'On and off lie closer together than the signal shakes; relay and pump start again and again. Spread them, or ask for a least time on.',
        formula: `on − off = ${both(dimension, tight.above - tight.below)} against ${both(dimension, ripple)} of ripple`,
        fixes: [
          {
            label: `Let it go ${formatQuantity(dimension, 2 * ripple, 'us').text} lower`,
            patch: setRule(doc, {
              ...rule,
              any: rule.any.map(({ all }) => ({
                all: all.map((t) => (t === tight ? { ...tight, below: tight.above - 2 * ripple } : t)),
              })),
            }),
          },
        ],
      }),
      dimension,
      value: tight.above - tight.below,
      limit: ripple,
    },
  ];
}

function beforeThrottle(doc: JobDocument, rule: PumpTrigger): Finding[] {
  const term = rule.any
    .flatMap(({ all }) => all)
    .find((t) => t.kind === 'boost' && t.point === 'before-throttle');
  if (!term) return [];
  return [
    told(doc, rule, {
      code: 'SIGNAL_BEFORE_THROTTLE',
      severity: 'note',
      title: `${nameOf(doc, rule)}: its switch is tapped ahead of the throttle.`,
      text: 'There boost stands on after the throttle shuts, so the pump runs on for a moment at lift-off. A regulator’s reference always goes behind the throttle.',
      formula: 'charge pipe empties in about a second, the manifold at once',
      fixes: [],
    }),
  ];
}

/** Some pump must run at key-on, or the engine cranks on an empty rail. */
function noPrime(doc: JobDocument, lanes: readonly Lane[], moments: readonly DriveMoment[]): Finding[] {
  const crank = moments.findIndex((m) => m.starter);
  const factory = Object.values(doc.plumbing.junctions).some((j) => j.kind === 'factory');
  if (factory || lanes.length === 0 || crank < 0) return [];
  if (lanes.some((l) => l.steps.slice(0, crank).some((s) => s.on))) return [];
  const { rule } = ruleOf(doc, lanes[0]!.loadId);
  return [
    told(doc, rule, {
      code: 'NO_PRIME',
      severity: 'fix',
      title: `No pump primes the rail: ${nameOf(doc, rule)} waits for the engine.`,
      text: 'Without pressure at key-on the engine cranks long, and while cranking it may not even reach the speed the rule asks for.',
      formula: 'no pump is on between key-on and cranking',
      fixes: [{ label: `Prime it for ${PRIME_S} s`, patch: setRule(doc, { ...rule, primeS: PRIME_S }) }],
    }),
  ];
}
