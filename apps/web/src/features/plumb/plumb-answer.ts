import { sayAgain } from '@venula/core/say';
import type { PlanResult } from '@venula/core/advise';
import { formatQuantity, type UnitSystem } from '@venula/core/quantities';

export interface Answer {
  readonly sentence: string;
  readonly tone: 'stop' | 'fix' | 'good';
  readonly second: string;
}

/** What leaves the injectors short of pressure although the pumps give enough. */
const PRESSURE: ReadonlySet<string> = new Set(['UNREFERENCED', 'RAIL_LOW']);

/** Is it enough, and what gives out first: in two lines. */
export function plumbAnswer(plan: PlanResult, units: UnitSystem): Answer {
  const show = (v: number) => formatQuantity('pressure', v, units).text;
  const tightest = plan.states.find((s) => s.state.id === plan.tightest);
  const margin = tightest?.values?.margin ?? null;
  const stop = plan.findings.find((f) => f.severity === 'stop' && f.stage === 'plumb');
  const weakest = plan.weakest[0];
  const first = weakest
    ? `Gives out first: ${weakest.name.toLowerCase()}; ${weakest.change} gains ${(weakest.gain * 100).toFixed(0)}%.`
    : '';
  const supply =
    margin === null
      ? 'No pull to judge yet.'
      : margin >= 0
        ? `${(margin * 100).toFixed(0)}% in hand at ${tightest!.state.rpm.toFixed(0)} rpm`
        : `${(-margin * 100).toFixed(0)}% short at ${tightest!.state.rpm.toFixed(0)} rpm`;
  if (stop?.code === 'RETURN_OVERRUN') {
    return {
      tone: 'stop',
      sentence: `The rail climbs to ${show(stop.value)} at idle; ${show(stop.limit)} is set.`,
      second: `Gives out first: the return. For the pull the supply has ${supply}.`,
    };
  }
  if (stop) return { tone: 'stop', sentence: sayAgain(stop, units).title, second: first };
  if (margin !== null && margin < 0)
    return { tone: 'stop', sentence: `Not enough: ${supply}.`, second: first };
  // Fuel enough, but not at its pressure: then that is the answer.
  const pressure = plan.findings.find((f) => PRESSURE.has(f.code));
  if (pressure)
    return {
      tone: 'fix',
      sentence: sayAgain(pressure, units).title,
      second: `For the pull the supply has ${supply}.`,
    };
  const asked = plan.findings.some((f) => f.code === 'SUPPLY_SHORT');
  return {
    tone: asked ? 'fix' : 'good',
    sentence: asked ? `Enough, but only ${supply}.` : `Enough for the pull, with ${supply}.`,
    second: first,
  };
}
