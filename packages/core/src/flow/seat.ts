import { LINEAR_BELOW } from './minor-losses.ts';
import { SHUT_CONDUCTANCE, type FlowLaw, type LossLaw } from './link-law.ts';

/** 1 bar with water at 15 °C passes 0.865·Cv m³/h: the metric face of the US definition of Cv. */
const openResistance = (cv: number, density: number): number => {
  const perCubicMetrePerSecond = 3600 / (0.865 * cv);
  return 1e5 * (density / 999) * perCubicMetrePerSecond ** 2;
};

/** A bypass held shut whatever the pressure: what is asked when only the feed side is of interest. */
export const heldShut: FlowLaw = {
  form: 'flow',
  evaluate(pUp, pDown, out) {
    out[0] = SHUT_CONDUCTANCE * (pUp - pDown);
    out[1] = SHUT_CONDUCTANCE;
    out[2] = -SHUT_CONDUCTANCE;
  },
};

/** A seat as far open as it goes, for valve laws that throttle with it. */
export interface OpenSeat {
  /** Pa at m³/s, ≥ 0. */
  readonly loss: (q: number) => number;
  /** The straight piece it is at a flow above 0 (see ValveLaw). */
  readonly linearize: (q: number, pUp: number, pDown: number, out: Float64Array) => void;
}

export function openSeat(cv: number, density: number): OpenSeat {
  const square = openResistance(cv, density);
  const linear = square * LINEAR_BELOW;
  const loss = (q: number): number => linear * q + square * q * q;
  return {
    loss,
    linearize(q, pUp, pDown, out) {
      const g = 1 / (linear + 2 * square * q);
      out[0] = q - loss(q) * g;
      out[1] = g;
      out[2] = -g;
      out[3] = Math.abs(loss(q) - (pUp - pDown));
    },
  };
}

/** A seat held wide open: what is asked when only the return side is of interest. */
export function heldOpen(cv: number, density: number): LossLaw {
  const square = openResistance(cv, density);
  const linear = square * LINEAR_BELOW;
  return {
    form: 'loss',
    evaluate(q, out) {
      const abs = Math.abs(q);
      out[0] = linear * q + square * q * abs;
      out[1] = linear + 2 * square * abs;
    },
  };
}

/**
 * Largest flow a regulator's open seat passes at a pressure difference.
 * @param cv US gpm/√psi
 * @param differencePa Pa
 * @param density kg/m³
 * @returns m³/s
 * @source definition of Cv (ISA 75.01)
 * @example seatFlow(1.3, 6894.757, 999) * 15850.3 // => 1.3
 */
export function seatFlow(cv: number, differencePa: number, density: number): number {
  return Math.sqrt(Math.max(0, differencePa) / openResistance(cv, density));
}
