import { monotoneCubic } from '../../../numerics/monotone-cubic.ts';
import type { PumpCurve, PumpModel } from './pump-model.ts';

/** Why no pump law can use a curve: which figure, and which other figure it contradicts. */
export type PumpFault = {
  /** Where in the pump, as the tail of a JSON Pointer: "/curve/currents/3". */
  readonly at: string;
} & (
  | { readonly code: 'CURVE_LENGTH' | 'CURVE_DRY' }
  /** `limit`: what it must be above, or at most; in the unit of the figure. */
  | { readonly code: 'CURVE_ORDER' | 'CURVE_RISES'; readonly limit: number }
  | {
      readonly code: 'ARMATURE_TOO_HIGH';
      readonly ohms: number;
      readonly amps: number;
      readonly volts: number;
      readonly limit: number;
    }
  | { readonly code: 'FRICTION_OVER_NO_LOAD'; readonly amps: number; readonly limit: number }
  | {
      readonly code: 'CURRENT_FALLS' | 'CURRENT_STEEP';
      readonly amps: number;
      readonly limit: number;
      readonly fromPa: number;
      readonly toPa: number;
    }
);

/** A motor keeps at least this share of its volts as back EMF; with less it stalls (estimate). */
const LEAST_BACK_EMF = 0.2;
/** Armature resistance as a share of Vref/I at 400 kPa where it is not known (typical, see the pump method sheet). */
const ARMATURE_SHARE = { turbine: 0.15, 'positive-displacement': 0.07, brushless: 0.02 } as const;

/**
 * What keeps the pump laws from using a pump's figures: points out of order, no flow at no pressure, more volts lost in
 * the armature than the motor can spare, a friction current above the no-load current, or (turbine) a current that falls
 * so fast with pressure that no motor does both, or changes so steeply that two speeds would fit.
 * @param model pump as typed or imported; Pa, m³/s, A, V, Ω
 * @returns faults in the order of the curves; empty when every law can use it
 * Validity: any figures.
 * @throws nothing
 * @source permanent-magnet DC motor equations and affinity laws (standard texts), see pumpLaw
 * @example pumpFaults({ ...PUMPS.T470.model, armatureOhms: 1 })[0].at // => '/armatureOhms'
 */
export function pumpFaults(model: PumpModel): PumpFault[] {
  const curves = [model.curve, ...(model.moreCurves ?? [])];
  return curves.flatMap((curve, i) => {
    const at = i === 0 ? '/curve' : `/moreCurves/${i - 1}`;
    const order = pointFaults(at, curve);
    return order.length > 0 ? order : motorFaults(at, curve, model);
  });
}

function pointFaults(at: string, { pressures, flows, currents }: PumpCurve): PumpFault[] {
  if (flows.length !== pressures.length || currents.length !== pressures.length)
    return [{ code: 'CURVE_LENGTH', at }];
  const out: PumpFault[] = [];
  if (!(flows[0]! > 0)) out.push({ code: 'CURVE_DRY', at: `${at}/flows/0` });
  for (let i = 1; i < pressures.length; i++) {
    if (pressures[i]! <= pressures[i - 1]!)
      out.push({ code: 'CURVE_ORDER', at: `${at}/pressures/${i}`, limit: pressures[i - 1]! });
    if (flows[i]! > flows[i - 1]!)
      out.push({ code: 'CURVE_RISES', at: `${at}/flows/${i}`, limit: flows[i - 1]! });
  }
  return out;
}

function motorFaults(at: string, curve: PumpCurve, model: PumpModel): PumpFault[] {
  const { volts, currents, pressures } = curve;
  const { armatureOhms: ra, frictionAmps, type } = model;
  const most = Math.max(...currents);
  if (volts - most * ra < LEAST_BACK_EMF * volts) {
    const limit = ((1 - LEAST_BACK_EMF) * volts) / most;
    return [{ code: 'ARMATURE_TOO_HIGH', at: '/armatureOhms', ohms: ra, amps: most, volts, limit }];
  }
  if (type !== 'turbine') return [];
  const out: PumpFault[] = [];
  if (frictionAmps > currents[0]!)
    out.push({
      code: 'FRICTION_OVER_NO_LOAD',
      at: '/frictionAmps',
      amps: frictionAmps,
      limit: currents[0]!,
    });
  const reduced = reducedPressures(curve, ra);
  for (let i = 1; i < reduced.length; i++) {
    if (reduced[i]! > reduced[i - 1]!) continue;
    out.push({
      code: 'CURRENT_FALLS',
      at: `${at}/currents/${i}`,
      amps: currents[i]!,
      limit: currents[i - 1]!,
      fromPa: pressures[i - 1]!,
      toPa: pressures[i]!,
    });
  }
  // Points that turn back cannot be joined by a curve: no second thing to say of them.
  return out.some((f) => f.code === 'CURRENT_FALLS')
    ? out
    : [...out, ...steepFaults(at, curve, model, reduced)];
}

/** Speed a motor may reach against its no-load speed: 16 V on a pump rated at 12. */
const FASTEST = 1.4;
const SAMPLES = 16;

/**
 * V = s·E₀ + Ra·(I_f + s²·T*(P/s²)) must rise with s: where the current rises or dips so steeply that it does not, two
 * speeds would fit the same volts and pressure.
 */
function steepFaults(
  at: string,
  curve: PumpCurve,
  model: PumpModel,
  reduced: readonly number[],
): PumpFault[] {
  const { volts, currents, pressures } = curve;
  const { armatureOhms: ra, frictionAmps } = model;
  const e0 = volts - currents[0]! * ra;
  const torque = monotoneCubic(
    reduced,
    currents.map((i) => (i - frictionAmps) / ((volts - i * ra) / e0) ** 2),
  );
  const steep = (x: number): boolean => {
    torque.evaluate(x);
    return e0 + 2 * ra * FASTEST * (torque.value - x * torque.slope) <= 0;
  };
  return currents.flatMap((amps, i): PumpFault[] => {
    if (i === 0) return [];
    const from = reduced[i - 1]!;
    const step = (reduced[i]! - from) / SAMPLES;
    if (!Array.from({ length: SAMPLES + 1 }, (_, k) => from + k * step).some(steep)) return [];
    return [
      {
        code: 'CURRENT_STEEP',
        at: `${at}/currents/${i}`,
        amps,
        limit: currents[i - 1]!,
        fromPa: pressures[i - 1]!,
        toPa: pressures[i]!,
      },
    ];
  });
}

/** P/s² of each point, s its speed against the speed with no load. */
const reducedPressures = ({ volts, currents, pressures }: PumpCurve, ra: number): number[] => {
  const e0 = volts - currents[0]! * ra;
  return pressures.map((p, j) => p / ((volts - currents[j]! * ra) / e0) ** 2);
};

/**
 * Armature resistance and friction current for a new curve: those the pump has where they still fit, the usual shares of
 * the curve's own figures where they do not.
 * @param model pump with its new curve; A, V, Ω
 * @returns both figures, Ω and A
 * Validity: curves in order, with a flow at their lowest pressure.
 * @throws nothing
 * @source Ra = 0.15·Vref/I(400 kPa) turbine, 0.07 positive displacement; I_f half the no-load current: typical values
 * @example fittingMotor(PUMPS.T470.model).armatureOhms // => 0.14
 */
export function fittingMotor(model: PumpModel): { armatureOhms: number; frictionAmps: number } {
  const { armatureOhms, frictionAmps } = model;
  if (pumpFaults(model).length === 0) return { armatureOhms, frictionAmps };
  const { volts, pressures, currents } = model.curve;
  const above = pressures.findIndex((p) => p >= 400e3);
  const working = currents[above < 0 ? currents.length - 1 : above]!;
  return {
    armatureOhms: Number(((ARMATURE_SHARE[model.type] * volts) / working).toPrecision(3)),
    frictionAmps: Number((0.5 * currents[0]!).toPrecision(3)),
  };
}
