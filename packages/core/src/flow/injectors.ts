import { SHUT_CONDUCTANCE, SHUT_FLOW, type FlowLaw, type ValveLaw } from './link-law.ts';
import { LINEAR_BELOW } from './minor-losses.ts';

/**
 * Injectors held wide open: Q = c·√ΔP over the manifold, never backward. What a rail that is short of pressure can give.
 * @param perRootPa c, what they pass per square root of the pressure, m³/s per √Pa
 * @returns valve law from the rail to the manifold
 * @source orifice law
 * @example injectorsOpen(1e-6).stateAt(0, 0, 0) // => 'closed'
 */
export function injectorsOpen(perRootPa: number): ValveLaw {
  const square = 1 / (perRootPa * perRootPa);
  // Straight below 2 L/h, so that it has a slope at the moment fuel begins to pass.
  const q02 = LINEAR_BELOW * LINEAR_BELOW;
  return {
    form: 'valve',
    linearize(q, pUp, pDown, out) {
      const open = q > 0;
      const root = Math.sqrt(q * q + q02);
      const loss = open ? square * q * root : q / SHUT_CONDUCTANCE;
      const g = open ? 1 / (square * (root + (q * q) / root)) : SHUT_CONDUCTANCE;
      out[0] = q - loss * g;
      out[1] = g;
      out[2] = -g;
      out[3] = open ? Math.abs(loss - pUp + pDown) : 0;
    },
    stateAt: (q) => (q > SHUT_FLOW ? 'open' : 'closed'),
  };
}

/** Injectors whose flow is given at the rail: nothing goes through the link. */
export const INJECTORS_SHUT: FlowLaw = {
  form: 'flow',
  evaluate(_pUp, _pDown, out) {
    out[0] = 0;
    out[1] = 0;
    out[2] = -0;
  },
};
