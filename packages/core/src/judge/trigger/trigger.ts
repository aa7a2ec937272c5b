import { hasFactorySupply } from '../../document/feeding-pumps.ts';
import type { PumpTrigger } from '../../document/job-document.ts';
import type { Found } from '../../outcome/finding.ts';
import { isLevel, type LevelTerm } from '../../trigger/rule.ts';
import type { FindingRule } from '../context.ts';
import { driven, ruleFound, secondsOn, STOP_S } from './drive.ts';

/** What a signal shakes by in a running car: hysteresis must be wider (typical). */
export const SIGNAL_RIPPLE: Readonly<Record<LevelTerm['kind'], number>> = {
  boost: 3e3,
  throttle: 0.02,
  rpm: 60,
  'oil-pressure': 20e3,
};
export const RIPPLE_DIMENSION = {
  boost: 'pressure',
  throttle: 'fraction',
  rpm: 'engineSpeed',
  'oil-pressure': 'pressure',
} as const;
/** How long past its prime a pump may run on a stalled engine, s. */
const STALL_S = 1;
/** On at this share of the moments at idle it never stops there. */
const IDLE_SHARE = 0.5;

type Nothing = Record<string, never>;
export type RunsKeyOff = Found<'RUNS_KEY_OFF', Nothing>;
export type RunsAfterCrash = Found<'RUNS_AFTER_CRASH', Nothing>;
export type RunsStalled = Found<'RUNS_STALLED', Nothing>;
export type NeverStops = Found<'NEVER_STOPS_AT_IDLE', { readonly share: number }>;
export type Chatters = Found<'CHATTERS', { readonly dimension: 'pressure' | 'fraction' | 'engineSpeed' }>;
export type BeforeThrottle = Found<'SIGNAL_BEFORE_THROTTLE', Nothing>;
export type NoPrime = Found<'NO_PRIME', Nothing>;

export type TriggerFound =
  RunsKeyOff | RunsAfterCrash | RunsStalled | NeverStops | Chatters | BeforeThrottle | NoPrime;

/** What the rules do along a drive through everything. */
export const triggerRule: FindingRule<TriggerFound> = ({ doc }) => {
  const { legs, moments, lanes } = driven(doc);
  const perPump = lanes.flatMap(({ lane, rule }): TriggerFound[] => {
    const keyOff = secondsOn(lane, moments, (m) => !m.ignition, STOP_S);
    const crash = secondsOn(lane, moments, (m) => m.crashed && m.ignition, STOP_S);
    const stall = secondsOn(lane, moments, (m) => legs[m.leg]!.kind === 'stall', STALL_S + rule.minOnS);
    const idle = moments.flatMap((m, i) => (m.kind === 'idle' && !m.starter ? [lane.steps[i]!.on] : []));
    const share = idle.length === 0 ? 0 : idle.filter(Boolean).length / idle.length;
    // An engine speed under idle asks whether the engine turns: with that it is meant to run at idle.
    const turns = (t: LevelTerm): boolean => t.kind === 'rpm' && t.above < doc.brief.idle.rpm;
    const levels = rule.any.flatMap(({ all }) => all).filter((t) => isLevel(t) && !t.not && !turns(t));
    return [
      ...(keyOff > 0 || !rule.needsIgnition
        ? [ruleFound(doc, rule, 'RUNS_KEY_OFF', 'stop', keyOff, {})]
        : []),
      ...(crash > 0 ? [ruleFound(doc, rule, 'RUNS_AFTER_CRASH', 'fix', crash, {})] : []),
      ...(stall > 0 && !stopsWithEngine(rule)
        ? [ruleFound(doc, rule, 'RUNS_STALLED', 'note', stall, {})]
        : []),
      ...(levels.length > 0 && share >= IDLE_SHARE
        ? [ruleFound(doc, rule, 'NEVER_STOPS_AT_IDLE', 'fix', 0, { share })]
        : []),
      ...chatter(doc, rule),
      ...(rule.any.some(({ all }) => all.some((t) => t.kind === 'boost' && t.point === 'before-throttle'))
        ? [ruleFound(doc, rule, 'SIGNAL_BEFORE_THROTTLE', 'note', 0, {})]
        : []),
    ];
  });
  return [...perPump, ...noPrime(doc, lanes, moments)];
};

const stopsWithEngine = (rule: PumpTrigger): boolean =>
  rule.any.every(({ all }) =>
    all.some((t) => !t.not && (t.kind === 'engine-turning' || t.kind === 'oil-pressure' || t.kind === 'rpm')),
  );

/** The level whose release lies closer to it than its signal shakes. */
export const tightLevel = (rule: PumpTrigger): LevelTerm | undefined =>
  rule.minOnS >= STOP_S
    ? undefined
    : rule.any
        .flatMap(({ all }) => all)
        .filter(isLevel)
        .find((t) => t.above - t.below < SIGNAL_RIPPLE[t.kind]);

function chatter(doc: Parameters<typeof ruleFound>[0], rule: PumpTrigger): Chatters[] {
  const tight = tightLevel(rule);
  if (!tight) return [];
  const dimension = RIPPLE_DIMENSION[tight.kind];
  return [
    {
      ...ruleFound(doc, rule, 'CHATTERS', 'fix', 0, { dimension }),
      dimension,
      value: tight.above - tight.below,
      limit: SIGNAL_RIPPLE[tight.kind],
    },
  ];
}

/** Some pump must run at key-on, or the engine cranks on an empty rail. */
function noPrime(
  doc: Parameters<typeof ruleFound>[0],
  lanes: ReturnType<typeof driven>['lanes'],
  moments: ReturnType<typeof driven>['moments'],
): NoPrime[] {
  const crank = moments.findIndex((m) => m.starter);
  const factory = hasFactorySupply(doc);
  if (factory || lanes.length === 0 || crank < 0) return [];
  if (lanes.some(({ lane }) => lane.steps.slice(0, crank).some((s) => s.on))) return [];
  return [ruleFound(doc, lanes[0]!.rule, 'NO_PRIME', 'fix', 0, {})];
}
