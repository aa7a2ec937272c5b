import type { PumpLaw } from './pump-model.ts';
import { SHUT_CONDUCTANCE, type FlowLaw } from '../../../flow/link-law.ts';

/** Leak through a stopped pump without a check valve, as a flow law's conductance: 100 L/h at 100 kPa. */
const STOPPED_LEAK = 100e-3 / 3600 / 100e3;

/**
 * A running pump as a link: flow at the pressure rise it sees and the volts it gets.
 * Past shut-off the curve is carried on backward, so that a dead-headed pump settles at its shut-off pressure.
 * @param law the prepared pump law
 * @param volts at its terminals, V
 * @param command speed asked for by a controller, 0–1; absent where there is none
 * @returns flow law
 * @source see pumpLaw
 * @example runningPump(pumpLaw(PUMPS.T255.model), 13.5).form // => 'flow'
 */
export function runningPump(law: PumpLaw, volts: number, command?: number): FlowLaw {
  return {
    form: 'flow',
    evaluate(pUp, pDown, out) {
      const rise = pDown - pUp;
      const point = law(rise, volts, command);
      out[0] = point.continued - SHUT_CONDUCTANCE * rise;
      out[1] = -point.flowSlope + SHUT_CONDUCTANCE;
      out[2] = -out[1];
    },
  };
}

/**
 * A check valve in a pump seals like any other, but a little worse: of two shut valves in a row it is the one that gives, so that
 * what stands still between them stands at the tank’s pressure (within 2 % of the rail’s) and not halfway. 0.009 L/h at 500 kPa, less
 * than a rail in the heat swells by.
 */
const CHECKED_LEAK = 50 * SHUT_CONDUCTANCE;

/** Conductance of a stopped pump, m³/s per Pa. */
export const stoppedConductance = (outletCheck: boolean): number =>
  outletCheck ? CHECKED_LEAK : STOPPED_LEAK;

/**
 * A stopped pump: shut when it has an outlet check valve (what a full tank could siphon forward through it is left
 * out), a leak path both ways otherwise.
 * @param outletCheck whether it has a check valve
 * @returns flow law, straight through zero
 * @source common practice; leak conductance 100 L/h at 100 kPa is an estimate
 * @example stoppedPump(true).form // => 'flow'
 */
export function stoppedPump(outletCheck: boolean): FlowLaw {
  const g = stoppedConductance(outletCheck);
  return {
    form: 'flow',
    evaluate(pUp, pDown, out) {
      out[0] = g * (pUp - pDown);
      out[1] = g;
      out[2] = -g;
    },
  };
}
