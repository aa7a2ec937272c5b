import { monotoneCubic } from '../../../numerics/monotone-cubic.ts';
import type { MotorLaw, PumpModel } from './pump-figures.ts';

/** Below this share of its no-load speed a turbine counts as stalled: its current then falls with the volts. */
const STALLED = 0.05;
/** Newton on the speed stops when a step is smaller: the next would be its square. */
const SETTLED = 1e-8;

/**
 * Brushed motor on a turbine: s·E₀ + Ra·[I_f + s²·T*(P/s²)] = V solved for the speed share s, then Q = s·Q*(P/s²),
 * I = I_f + s²·T*(P/s²), with curves reduced by each point's own speed (see pumpLaw).
 */
export function turbine(model: PumpModel): MotorLaw {
  const { curve, armatureOhms: ra, frictionAmps } = model;
  const e0 = curve.volts - curve.currents[0]! * ra;
  const speeds = curve.currents.map((i) => (curve.volts - i * ra) / e0);
  const reduced = curve.pressures.map((p, j) => p / speeds[j]! ** 2);
  const flows = monotoneCubic(
    reduced,
    curve.flows.map((q, j) => q / speeds[j]!),
  );
  const torque = monotoneCubic(
    reduced,
    curve.currents.map((i, j) => (i - frictionAmps) / speeds[j]! ** 2),
  );
  const last = reduced.at(-1)! * 1.0001;
  return (out, p, v) => {
    let s = Math.max(STALLED, (v - ra * frictionAmps) / e0);
    // Newton from the no-torque speed; the left side rises with s, so it cannot run away.
    for (let k = 0; k < 40; k++) {
      torque.evaluate(p / (s * s));
      const t = torque.value;
      const g = s * e0 + ra * (frictionAmps + s * s * t) - v;
      const gs = e0 + 2 * ra * (s * t - (p / s) * torque.slope);
      const next = Math.max(s * 0.5, s - (gs > 0 ? g / gs : g / e0));
      const step = Math.abs(next - s);
      s = next;
      if (step < SETTLED || s < STALLED) break;
    }
    const stalled = !(s >= STALLED);
    if (stalled) s = STALLED;
    const x = p / (s * s);
    torque.evaluate(x);
    flows.evaluate(x);
    const t = torque.value;
    const currentPerSpeed = 2 * (s * t - (p / s) * torque.slope);
    const flowPerSpeed = flows.value - 2 * x * flows.slope;
    out.current = frictionAmps + s * s * t;
    out.flow = s * flows.value;
    out.speed = s;
    out.beyond = x > last || p < -1;
    if (stalled) {
      // It stands: what it draws at the least speed falls straight with the volts.
      const needs = Math.max(1e-3, s * e0 + ra * out.current);
      const share = Math.min(1, Math.max(0, v) / needs);
      out.flowPerPa = flows.slope / s;
      out.flowPerVolt = 0;
      out.currentPerPa = torque.slope * share * (share < 1 ? 1 - (ra * out.current) / needs : 1);
      out.currentPerVolt = share < 1 ? out.current / needs : 0;
      out.current *= share;
      out.speed = share * s;
      return;
    }
    const gs = e0 + ra * currentPerSpeed;
    const speedPerPa = -(ra * torque.slope) / gs;
    out.flowPerPa = flows.slope / s + flowPerSpeed * speedPerPa;
    out.flowPerVolt = flowPerSpeed / gs;
    out.currentPerPa = torque.slope + currentPerSpeed * speedPerPa;
    out.currentPerVolt = currentPerSpeed / gs;
  };
}
