import { monotoneCubic } from '../../../numerics/monotone-cubic.ts';
import type { MotorLaw, PumpModel } from './pump-figures.ts';

/**
 * Positive displacement: I = I_ref(P), s = (V − I·Ra)/E₀, Q = s·Q_d − slip(P); held at a command below that speed, the
 * supply current falls with the speed (see pumpLaw). With fewer volts than the current asks for the motor stands and draws
 * V/Ra.
 */
export function displacement(model: PumpModel): MotorLaw {
  const { curve } = model;
  const ra = safeArmature(model);
  const e0 = curve.volts - curve.currents[0]! * ra;
  const currents = monotoneCubic(curve.pressures, curve.currents);
  const swept = curve.flows[0]!;
  const slip = monotoneCubic(
    curve.pressures,
    curve.pressures.map((_, j) => ((curve.volts - curve.currents[j]! * ra) / e0) * swept - curve.flows[j]!),
  );
  const last = curve.pressures.at(-1)! * 1.0001;
  return (out, p, v, command) => {
    currents.evaluate(p);
    slip.evaluate(p);
    const i = currents.value;
    const byVolts = (v - i * ra) / e0;
    out.beyond = p > last || p < -1;
    if (!(byVolts > 0)) {
      out.flow = -slip.value;
      out.flowPerPa = -slip.slope;
      out.flowPerVolt = 0;
      out.current = Math.max(0, v) / ra;
      out.currentPerPa = 0;
      out.currentPerVolt = v > 0 ? 1 / ra : 0;
      out.speed = 0;
      return;
    }
    const held = command !== undefined && command < byVolts;
    const s = held ? command : byVolts;
    out.flow = s * swept - slip.value;
    out.flowPerPa = (held ? 0 : -(currents.slope * ra * swept) / e0) - slip.slope;
    out.flowPerVolt = held ? 0 : swept / e0;
    out.speed = s;
    if (!held) {
      out.current = i;
      out.currentPerPa = currents.slope;
      out.currentPerVolt = 0;
      return;
    }
    const share = command / byVolts;
    out.current = i * share;
    out.currentPerPa = currents.slope * share * (1 + (i * ra) / (e0 * byVolts));
    out.currentPerVolt = -(i * share) / (byVolts * e0);
  };
}

/** Slip must not be negative nor fall with pressure; a smaller Ra mends curves where it would. */
function safeArmature(model: PumpModel): number {
  const { curve } = model;
  for (let ra = model.armatureOhms; ra > 1e-4; ra *= 0.8) {
    const e0 = curve.volts - curve.currents[0]! * ra;
    const slips = curve.flows.map(
      (q, j) => ((curve.volts - curve.currents[j]! * ra) / e0) * curve.flows[0]! - q,
    );
    if (slips.every((s, j) => s >= -1e-12 && (j === 0 || s >= slips[j - 1]! - 1e-12))) return ra;
  }
  return 1e-4;
}
