import { fuelDemand } from '../demand/pull.ts';
import type { Brief, JobDocument } from '../document/job-document.ts';
import { rulesOf, type Rules } from '../document/triggers.ts';
import { replayTrigger, type LaneStep, type Signals } from '../trigger/machine.ts';
import { PULL_S, SPOOL_S } from './pull-time.ts';
import { CRANK_RPM, engineDrawOf, fuelOf, type StateKind } from '../engine/states.ts';
import { RUNNING_OIL, THROTTLE } from '../engine/steady-trigger.ts';

export const LEG_KINDS = [
  'key-on',
  'crank',
  'idle',
  'cruise',
  'pull',
  'lift',
  'stall',
  'crash',
  'override',
  'key-off',
] as const;
export type LegKind = (typeof LEG_KINDS)[number];

/** One stretch of a drive. */
export interface Leg {
  readonly kind: LegKind;
  readonly seconds: number;
}

/** One moment of a drive: what triggers see, and what the engine takes. */
export interface DriveMoment extends Signals {
  readonly leg: number;
  readonly kind: StateKind;
  /** Fuel the injectors take, m³/s. */
  readonly draw: number;
  readonly powerW: number;
  readonly supplyVolts: number;
}

/** Manifold pressure falls this fast behind a shut throttle, ahead of it the charge pipe this slowly, s (typical). */
const SHUT_S = 0.15;
const PIPE_S = 0.8;
/** An engine left alone stops in about this, s. */
const RUN_DOWN_S = 0.5;

/**
 * A drive that goes through everything a trigger must get right: start, pull, lift, stall, restart, crash, key off.
 * @returns legs, s
 * Validity: as a check of rules; no driving cycle.
 * @throws nothing
 * @source own convention
 * @example standardDrive()[0].kind // => 'key-on'
 */
export const standardDrive = (): Leg[] => [
  { kind: 'key-on', seconds: 4 },
  { kind: 'crank', seconds: 1 },
  { kind: 'idle', seconds: 4 },
  { kind: 'cruise', seconds: 4 },
  { kind: 'pull', seconds: PULL_S + SPOOL_S },
  { kind: 'lift', seconds: 2 },
  { kind: 'idle', seconds: 3 },
  { kind: 'stall', seconds: 5 },
  { kind: 'crank', seconds: 1 },
  { kind: 'cruise', seconds: 2 },
  { kind: 'crash', seconds: 2 },
  { kind: 'key-off', seconds: 2 },
];

/**
 * The moments of a drive, its figures taken from the brief.
 * @param doc job document
 * @param legs what happens, in order
 * @param stepS time between moments, s
 * @returns moments with rising t; Pa gauge, rpm, m³/s, V
 * Validity: a drawn drive, not a measured one; panel switches are on, named controller outputs are on in the pull.
 * @throws nothing
 * @source common practice
 * @example driveMoments(fullReturnJob('x'), [{ kind: 'key-on', seconds: 1 }], 0.5).length // => 2
 */
export function driveMoments(doc: JobDocument, legs: readonly Leg[], stepS = 0.05): DriveMoment[] {
  const { brief } = doc;
  const engine = engineDrawOf(doc, fuelOf(doc));
  const names = namesIn(rulesOf(doc));
  const panels = Object.fromEntries(names.panels.map((n) => [n, true]));
  const out: DriveMoment[] = [];
  const pull = [...brief.pull].sort((a, b) => a.rpm - b.rpm);
  const outputs = (on: boolean) => Object.fromEntries(names.ecu.map((n) => [n, on]));
  const [off, on] = [outputs(false), outputs(true)];
  let start = 0;
  let count = 0;
  let crashed = false;
  legs.forEach((leg, index) => {
    crashed ||= leg.kind === 'crash';
    const last = out.at(-1);
    for (; count * stepS < start + leg.seconds - 1e-9; count++) {
      const t = count * stepS;
      const now = engineIn(brief, pull, leg, t - start, last);
      out.push({
        t,
        leg: index,
        ignition: leg.kind !== 'key-off',
        crashed,
        override: leg.kind === 'override',
        starter: leg.kind === 'crank',
        panels,
        ecu: leg.kind === 'pull' ? on : off,
        supplyVolts: now.rpm > CRANK_RPM ? brief.electrical.chargingV : brief.electrical.batteryV,
        kind: now.kind,
        rpm: now.rpm,
        boost: now.boost,
        boostBefore: now.boostBefore ?? now.boost,
        throttle: now.throttle,
        oilPressure: now.oilPressure,
        draw: leg.kind === 'pull' ? fuelDemand(now.powerW, engine) : now.draw,
        powerW: now.powerW,
      });
    }
    start += leg.seconds;
  });
  return out;
}

type EngineNow = Pick<
  DriveMoment,
  'kind' | 'rpm' | 'boost' | 'boostBefore' | 'throttle' | 'oilPressure' | 'draw' | 'powerW'
>;

const STANDING: EngineNow = {
  kind: 'prime',
  rpm: 0,
  boost: 0,
  boostBefore: 0,
  throttle: 0,
  oilPressure: 0,
  draw: 0,
  powerW: 0,
};

function engineIn(
  brief: Brief,
  pull: Brief['pull'],
  leg: Leg,
  into: number,
  last: DriveMoment | undefined,
): EngineNow {
  const share = Math.min(1, into / leg.seconds);
  switch (leg.kind) {
    case 'key-on':
    case 'override':
    case 'key-off':
      return STANDING;
    case 'crank':
      return { ...STANDING, kind: 'idle', rpm: CRANK_RPM, draw: brief.idle.drawM3s, oilPressure: 50e3 };
    case 'idle':
      return running('idle', brief.idle.rpm, brief.idle.manifoldPa, brief.idle.drawM3s);
    case 'cruise':
      return running('cruise', brief.cruise.rpm, brief.cruise.manifoldPa, brief.cruise.drawM3s);
    case 'pull':
      return pulling(brief, pull, leg.seconds, into);
    case 'lift': {
      const from = last ?? { rpm: brief.cruise.rpm, boost: brief.cruise.manifoldPa, boostBefore: 0 };
      const idle = brief.idle.manifoldPa;
      return {
        ...running('lift-off', from.rpm + share * (brief.idle.rpm - from.rpm), idle, 0),
        boost: idle + (from.boost - idle) * Math.exp(-into / SHUT_S),
        boostBefore: Math.max(0, from.boostBefore ?? from.boost) * Math.exp(-into / PIPE_S),
      };
    }
    case 'stall':
    case 'crash':
      return { ...STANDING, rpm: (last?.rpm ?? 0) * Math.max(0, 1 - into / RUN_DOWN_S) };
  }
}

const running = (kind: StateKind, rpm: number, boost: number, draw: number): EngineNow => ({
  kind,
  rpm,
  boost,
  boostBefore: Math.max(0, boost),
  throttle: THROTTLE[kind],
  oilPressure: RUNNING_OIL,
  draw,
  powerW: 0,
});

/** Spools up from cruise to the first point of the pull, then along it in equal steps of engine speed. */
function pulling(brief: Brief, pull: Brief['pull'], seconds: number, into: number): EngineNow {
  const first = pull[0];
  const last = pull.at(-1);
  if (!first || !last)
    return running('cruise', brief.cruise.rpm, brief.cruise.manifoldPa, brief.cruise.drawM3s);
  const spool = Math.min(SPOOL_S, seconds / 3);
  const full = (rpm: number, boost: number, powerW: number): EngineNow => ({
    ...running('pull', rpm, boost, 0),
    powerW,
  });
  if (into < spool) {
    const share = into / spool;
    const between = (a: number, b: number): number => a + share * (b - a);
    return full(
      between(brief.cruise.rpm, first.rpm),
      between(brief.cruise.manifoldPa, first.boostPa),
      first.powerW * between(0.5, 1),
    );
  }
  const rpm = first.rpm + ((into - spool) / (seconds - spool)) * (last.rpm - first.rpm);
  const i = pull.findIndex((p) => p.rpm >= rpm);
  const b = pull[i] ?? last;
  const a = pull[i - 1] ?? b;
  const share = b.rpm > a.rpm ? (rpm - a.rpm) / (b.rpm - a.rpm) : 0;
  return full(rpm, a.boostPa + share * (b.boostPa - a.boostPa), a.powerW + share * (b.powerW - a.powerW));
}

/** Panel switches and controller outputs the rules name. */
function namesIn(rules: Rules): { readonly panels: string[]; readonly ecu: string[] } {
  const terms = Object.values(rules).flatMap((r) => r.any.flatMap((c) => c.all));
  const named = (kind: 'panel' | 'ecu'): string[] => [
    ...new Set(terms.flatMap((t) => (t.kind === kind ? [t.name] : []))),
  ];
  return { panels: named('panel'), ecu: named('ecu') };
}

/** When one load runs along a drive, and why. */
export interface Lane {
  readonly loadId: string;
  readonly steps: readonly LaneStep[];
}

/**
 * Every rule of a job replayed along a drive.
 * @param rules see rulesOf
 * @param moments see driveMoments
 * @returns one lane a rule
 * Validity: moments in the order of time.
 * @throws nothing
 * @source see replayTrigger
 * @example driveLanes(rulesOf(fullReturnJob('x')), driveMoments(fullReturnJob('x'), standardDrive())).length // => 1
 */
export function driveLanes(rules: Rules, moments: readonly DriveMoment[]): Lane[] {
  return Object.values(rules).map((rule) => ({ loadId: rule.loadId, steps: replayTrigger(rule, moments) }));
}
