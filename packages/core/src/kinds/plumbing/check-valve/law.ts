import { LINEAR_BELOW } from '../../../flow/minor-losses.ts';
import { SHUT_CONDUCTANCE, SHUT_FLOW, type ValveLaw } from '../../../flow/link-law.ts';

export interface CheckValveData {
  /** Pressure difference at which it starts to open, Pa. */
  readonly crackPa: number;
  readonly k: number;
  /** m. */
  readonly bore: number;
}

/**
 * Check valve: shut while P_up − P_down < crack, else ΔP = crack + K·ρV²/2. Never passes flow backward.
 * @param data crack Pa, K on bore m
 * @param density kg/m³
 * @returns valve law with states open and closed
 * @source common practice; definition of K
 * @example checkValve({ crackPa: 2000, k: 2.5, bore: 0.0103 }, 745).stateAt(0, 1000, 0) // => 'closed'
 */
export function checkValve(data: CheckValveData, density: number): ValveLaw {
  const area = (Math.PI * data.bore * data.bore) / 4;
  const square = (data.k * density) / (2 * area * area);
  // The square law turns linear below 2 L/h, so that it has a slope at the moment of opening.
  const linear = square * LINEAR_BELOW + 1;
  return {
    form: 'valve',
    linearize(q, pUp, pDown, out) {
      const dp = pUp - pDown;
      const open = q > 0;
      const loss = data.crackPa + (open ? linear * q + square * q * q : q / SHUT_CONDUCTANCE);
      const g = open ? 1 / (linear + 2 * square * q) : SHUT_CONDUCTANCE;
      out[0] = q - loss * g;
      out[1] = g;
      out[2] = -g;
      out[3] = open ? Math.abs(loss - dp) : 0;
    },
    stateAt: (q) => (q > SHUT_FLOW ? 'open' : 'closed'),
  };
}
