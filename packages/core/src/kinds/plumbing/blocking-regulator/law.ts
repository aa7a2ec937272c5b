import type { GaugePressure } from '../../../quantities/pressure.ts';
import { openSeat } from '../../../flow/seat.ts';
import { SHUT_CONDUCTANCE, SHUT_FLOW, type ValveLaw } from '../../../flow/link-law.ts';

export interface BlockingRegulatorData {
  /** Outlet pressure with no flow and its reference open to air, Pa gauge. */
  readonly setPa: GaugePressure;
  /** Manifold pressure on the reference port, Pa gauge. */
  readonly referencePa: GaugePressure;
  readonly ratio: number;
  /** Fall of the outlet with flow, Pa per m³/s; > 0. */
  readonly droop: number;
  readonly cv: number;
}

/**
 * Blocking (reducing) regulator: P_out = min(P_set + r·P_man − m·Q, P_in − ΔP_open(Q)), Q ≥ 0. It neither passes
 * backward nor relieves its outlet.
 * @param data set pressure and reference Pa gauge, droop Pa/(m³/s), Cv in US units
 * @param density kg/m³
 * @returns valve law: regulating while it throttles, open when its inlet is too low, closed when the outlet stands higher
 * @source common practice for the diaphragm law; ISA 75.01 for Cv
 * @example blockingRegulator({ setPa: gauge(300000), referencePa: gauge(0), ratio: 1, droop: 1.44e8, cv: 1.3 }, 745).stateAt(0, 500000, 400000) // => 'closed'
 */
export function blockingRegulator(data: BlockingRegulatorData, density: number): ValveLaw {
  const opening = data.setPa + data.ratio * data.referencePa;
  const seat = openSeat(data.cv, density);
  const throttling = (q: number, pUp: number): boolean => opening - data.droop * q <= pUp - seat.loss(q);
  return {
    form: 'valve',
    linearize(q, pUp, pDown, out) {
      if (q > 0 && !throttling(q, pUp)) {
        seat.linearize(q, pUp, pDown, out);
        return;
      }
      if (q > 0) {
        const g = 1 / data.droop;
        out[0] = opening * g;
        out[1] = 0;
        out[2] = -g;
        out[3] = Math.abs(opening - data.droop * q - pDown);
        return;
      }
      // Shut, it stays so until its outlet falls below both what the diaphragm holds and what stands before the seat.
      const starved = pUp < opening;
      out[0] = starved ? 0 : opening * SHUT_CONDUCTANCE;
      out[1] = starved ? SHUT_CONDUCTANCE : 0;
      out[2] = -SHUT_CONDUCTANCE;
      out[3] = 0;
    },
    stateAt(q, pUp) {
      if (q <= SHUT_FLOW) return 'closed';
      return throttling(q, pUp) ? 'regulating' : 'open';
    },
  };
}
