import type { GaugePressure } from '../../../quantities/pressure.ts';
import { SHUT_CONDUCTANCE, SHUT_FLOW, type ValveLaw } from '../../../flow/link-law.ts';
import { openSeat } from '../../../flow/seat.ts';

export interface BypassRegulatorData {
  /** Pressure it was set to with its reference open to air, Pa gauge. */
  readonly setPa: GaugePressure;
  /** Manifold pressure on the reference port, Pa gauge; 0 when not referenced. */
  readonly referencePa: GaugePressure;
  /** Rise per unit of reference pressure; 1 for a 1:1 regulator. */
  readonly ratio: number;
  /** Pressure rise per bypass flow, Pa per m³/s; > 0. */
  readonly droop: number;
  /** Bypass flow at which the screw was adjusted, m³/s. */
  readonly setFlow: number;
  /** Full-open flow coefficient, US gpm/√psi. */
  readonly cv: number;
}

/**
 * Bypass regulator: P_up = max{P_set + r·P_man + m·(Q − Q_set), P_down + ΔP_open(Q)}, Q ≥ 0.
 * The first is the diaphragm at work, the second the seat wide open: overrun.
 * @param data set pressure and reference Pa gauge, droop Pa/(m³/s), Cv in US units
 * @param density kg/m³
 * @returns valve law with states closed, regulating, overrun
 * @throws when droop or Cv is not positive (programming error: validate input first)
 * @source common practice for the diaphragm law; IEC 60534 / ISA 75.01 for Cv
 * @example bypassRegulator({ setPa: gauge(300000), referencePa: gauge(0), ratio: 1, droop: 1.44e8, setFlow: 0, cv: 1.3 }, 745).stateAt(0, 200000, 0) // => 'closed'
 */
export function bypassRegulator(data: BypassRegulatorData, density: number): ValveLaw {
  if (!(data.droop > 0) || !(data.cv > 0)) throw new Error('bypassRegulator: droop and Cv must be positive');
  const opening = data.setPa + data.ratio * data.referencePa - data.droop * data.setFlow;
  const seat = openSeat(data.cv, density);
  return {
    form: 'valve',
    linearize(q, pUp, pDown, out) {
      if (q > 0 && opening + data.droop * q < pDown + seat.loss(q)) {
        seat.linearize(q, pUp, pDown, out);
        return;
      }
      if (q > 0) {
        const g = 1 / data.droop;
        out[0] = -opening * g;
        out[1] = g;
        out[2] = 0;
        out[3] = Math.abs(opening + data.droop * q - pUp);
        return;
      }
      // Shut, it stays so until its inlet stands above both what the diaphragm holds and what is behind the seat.
      const behind = pDown > opening;
      out[0] = behind ? 0 : -opening * SHUT_CONDUCTANCE;
      out[1] = SHUT_CONDUCTANCE;
      out[2] = behind ? -SHUT_CONDUCTANCE : 0;
      out[3] = 0;
    },
    stateAt(q, _pUp, pDown) {
      if (q <= SHUT_FLOW) return 'closed';
      return opening + data.droop * q < pDown + seat.loss(q) ? 'overrun' : 'regulating';
    },
  };
}
