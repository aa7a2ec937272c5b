import type { UnitSystem } from '../quantities/units.ts';
import type { Finding, Severity, Stage } from '../outcome/finding.ts';
import { percentShort } from '../say/words.ts';
import { sayAgain, type SaidFinding } from '../say/finding.ts';
import type { PlanResult } from './plan-result.ts';
import { withinSentence } from '../quantities/text.ts';

/** The one answer to "is it enough?": every stage shows the same. */
export interface Verdict {
  readonly tone: 'stop' | 'fix' | 'good';
  readonly sentence: string;
  readonly second: string;
  /** The finding it says, where it says one. */
  readonly finding: SaidFinding | null;
}

const NO_PULL = 'No pull to judge yet.';

/** Stages whose findings answer whether it is enough; what another stage has is named with it. */
const OWN: ReadonlySet<Stage> = new Set(['plumb', 'parts', 'brief']);
const NAMES: Readonly<Record<Stage, string>> = {
  brief: 'Brief',
  plumb: 'Plumbing',
  route: 'Route',
  wire: 'Wiring',
  parts: 'Parts',
  test: 'Tests',
};

/**
 * Is it enough, and what gives out first, in two lines. No answer is better than the worst finding: a stop of any stage comes
 * first, those of the plumbing ahead of others; then a pull that is short; then a fix in brief, plumbing or parts.
 * @param plan a judged plan (see evaluatePlan), or one with the findings that are still open
 * @param units what figures are said in
 * @returns sentence, second line, tone
 * Validity: any judged plan.
 * @throws nothing
 * @source own convention
 * @example verdictOf(evaluatePlan(fullReturnJob('x')), 'us').tone // => 'good'
 */
export function verdictOf(plan: PlanResult, units: UnitSystem): Verdict {
  const tightest = plan.states.find((s) => s.state.id === plan.tightest);
  const margin = tightest?.values?.margin ?? null;
  const weakest = plan.weakest[0];
  const first = weakest
    ? `Gives out first: ${withinSentence(weakest.name)}; ${weakest.change} gains ${(weakest.gain * 100).toFixed(0)}%.`
    : '';
  const supply =
    margin === null
      ? ''
      : margin >= 0
        ? `${(margin * 100).toFixed(0)}% to spare at ${tightest!.state.rpm.toFixed(0)} rpm`
        : `${percentShort(-margin)} short at ${tightest!.state.rpm.toFixed(0)} rpm`;
  const told = margin === null ? NO_PULL : `For the pull the supply has ${supply}.`;
  const all = (severity: Severity) => plan.findings.filter((f) => f.severity === severity);
  const stop = all('stop').find((f) => OWN.has(f.stage)) ?? all('stop')[0];
  const worst =
    stop ?? (margin !== null && margin < 0 ? undefined : all('fix').find((f) => OWN.has(f.stage)));
  if (worst) {
    const { title } = sayAgain(worst, units);
    return {
      tone: worst.severity === 'stop' ? 'stop' : 'fix',
      sentence: OWN.has(worst.stage) ? title : `${NAMES[worst.stage]}: ${title}`,
      // Only where the supply is what is short does what gives out first help.
      second: worst.code === 'SUPPLY_SHORT' ? first : told,
      finding: worst,
    };
  }
  if (margin === null) return { tone: 'good', sentence: NO_PULL, second: '', finding: null };
  return margin < 0
    ? { tone: 'stop', sentence: `Not enough: ${supply}.`, second: first, finding: null }
    : { tone: 'good', sentence: `Enough for the pull, with ${supply}.`, second: first, finding: null };
}

/**
 * The worst finding of a view, where it is a stop or a fix: what the view's headline says.
 * @param findings open findings, the worst first
 * @param stages stages the view shows
 * @param codes findings of other stages it shows as well
 * @returns the finding; undefined where there are notes at most
 * Validity: findings in the order evaluatePlan gives them.
 * @throws nothing
 * @source own convention
 * @example worstOf(evaluatePlan(fullReturnJob('x')).findings, ['plumb']) // => undefined
 */
export const worstOf = <F extends Pick<Finding, 'code' | 'severity' | 'stage'>>(
  findings: readonly F[],
  stages: readonly Stage[],
  codes: readonly string[] = [],
): F | undefined =>
  findings.find((f) => f.severity !== 'note' && (stages.includes(f.stage) || codes.includes(f.code)));
