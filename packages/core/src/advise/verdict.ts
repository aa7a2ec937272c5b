import { formatQuantity } from '../quantities/format.ts';
import type { UnitSystem } from '../quantities/units.ts';
import type { Stage } from '../outcome/finding.ts';
import { percentShort } from '../say/words.ts';
import { sayAgain, type SaidFinding } from '../say/finding.ts';
import type { PlanResult } from './plan-result.ts';
import { withinSentence } from '../quantities/text.ts';

/** The one answer to "is it enough?": every stage shows the same. */
export interface Verdict {
  readonly tone: 'stop' | 'fix' | 'good';
  readonly sentence: string;
  readonly second: string;
}

/** What leaves the engine short of fuel or pressure although the pumps give enough. */
const SHORT_ANYHOW: ReadonlySet<string> = new Set([
  'UNREFERENCED',
  'RAIL_LOW',
  'INJECTOR_DUTY',
  'HIGH_PRESSURE_SHORT',
  'STAGING_LATE',
  'STAGING_BY_BOOST',
]);

/**
 * Is it enough, and what gives out first, in two lines: a stop in brief or plumbing is the answer, then supply, then what leaves
 * the engine short all the same, then a stop in the wiring.
 * @param plan a judged plan (see evaluatePlan)
 * @param units what figures are said in
 * @returns sentence, second line, tone
 * Validity: any judged plan.
 * @throws nothing
 * @source own convention
 * @example verdictOf(evaluatePlan(fullReturnJob('x')), 'us').tone // => 'good'
 */
export function verdictOf(plan: PlanResult, units: UnitSystem): Verdict {
  const show = (v: number) => formatQuantity('pressure', v, units).text;
  const tightest = plan.states.find((s) => s.state.id === plan.tightest);
  const margin = tightest?.values?.margin ?? null;
  const weakest = plan.weakest[0];
  const first = weakest
    ? `Gives out first: ${withinSentence(weakest.name)}; ${weakest.change} gains ${(weakest.gain * 100).toFixed(0)}%.`
    : '';
  const supply =
    margin === null
      ? 'No pull to judge yet.'
      : margin >= 0
        ? `${(margin * 100).toFixed(0)}% to spare at ${tightest!.state.rpm.toFixed(0)} rpm`
        : `${percentShort(-margin)} short at ${tightest!.state.rpm.toFixed(0)} rpm`;
  const told = `For the pull the supply has ${supply}.`;
  const stop = stopIn(plan, ['plumb', 'brief']);
  if (stop?.code === 'RETURN_OVERRUN')
    return {
      tone: 'stop',
      sentence: `The rail climbs to ${show(stop.value)} at idle; ${show(stop.limit)} is set.`,
      second: `Gives out first: the return. ${told}`,
    };
  // Where a rule keeps a pump off no larger one is named.
  if (stop)
    return {
      tone: 'stop',
      sentence: sayAgain(stop, units).title,
      second: stop.code.startsWith('STAGING') ? told : first,
    };
  if (margin !== null && margin < 0)
    return { tone: 'stop', sentence: `Not enough: ${supply}.`, second: first };
  const short = plan.findings.find((f) => SHORT_ANYHOW.has(f.code) && f.severity !== 'note');
  if (short) return { tone: 'fix', sentence: sayAgain(short, units).title, second: told };
  const wiring = stopIn(plan, ['wire']);
  if (wiring) return { tone: 'stop', sentence: `Wiring: ${sayAgain(wiring, units).title}`, second: told };
  const asked = plan.findings.some((f) => f.code === 'SUPPLY_SHORT');
  return {
    tone: asked ? 'fix' : 'good',
    sentence: asked ? `Enough, but only ${supply}.` : `Enough for the pull, with ${supply}.`,
    second: first,
  };
}

const stopIn = (plan: PlanResult, stages: readonly Stage[]): SaidFinding | undefined =>
  stages.flatMap((stage) => plan.findings.filter((f) => f.severity === 'stop' && f.stage === stage))[0];
