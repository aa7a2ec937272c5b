import type { PumpCurve, PumpModel } from './pump-model.ts';

/** Why no pump law can use a curve: which figure, and which other figure it contradicts. */
export interface PumpFault {
  readonly code: string;
  /** Where in the pump, as the tail of a JSON Pointer: "/curve/currents/3". */
  readonly at: string;
  readonly message: string;
  readonly limit: string;
  readonly remedy: string;
}

/** A motor keeps at least this share of its volts as back EMF; with less it stalls (estimate). */
const LEAST_BACK_EMF = 0.2;
/** Armature resistance as a share of Vref/I at 400 kPa where it is not known (typical, see the pump method sheet). */
const ARMATURE_SHARE = { turbine: 0.15, 'positive-displacement': 0.07, brushless: 0.02 } as const;

const amps = (value: number): string => `${Number(value.toPrecision(4))} A`;

/**
 * What keeps the pump laws from using a pump's figures: points out of order, no flow at no pressure, more volts lost in
 * the armature than the motor can spare, a friction current above the no-load current, or (turbine) a current that falls
 * so fast with pressure that no motor does both.
 * @param model pump as typed or imported; Pa, m³/s, A, V, Ω
 * @returns faults in the order of the curves; empty when every law can use it
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
    return [
      {
        code: 'CURVE_LENGTH',
        at,
        message: 'pressures, flows and currents differ in number',
        limit: 'as many of each',
        remedy: 'give each pressure one flow and one current',
      },
    ];
  const out: PumpFault[] = [];
  if (!(flows[0]! > 0))
    out.push({
      code: 'CURVE_DRY',
      at: `${at}/flows/0`,
      message: 'the pump gives no flow at its lowest pressure',
      limit: 'above 0',
      remedy: 'give the flow at no or little pressure first',
    });
  for (let i = 1; i < pressures.length; i++) {
    if (pressures[i]! <= pressures[i - 1]!)
      out.push({
        code: 'CURVE_ORDER',
        at: `${at}/pressures/${i}`,
        message: 'pressure does not rise',
        limit: `above ${pressures[i - 1]} Pa`,
        remedy: 'sort the points; remove the duplicate',
      });
    if (flows[i]! > flows[i - 1]!)
      out.push({
        code: 'CURVE_RISES',
        at: `${at}/flows/${i}`,
        message: 'flow rises with pressure',
        limit: `at most ${flows[i - 1]} m³/s`,
        remedy: 'a pump gives less flow at more pressure: check the units',
      });
  }
  return out;
}

function motorFaults(at: string, curve: PumpCurve, model: PumpModel): PumpFault[] {
  const { volts, currents, pressures } = curve;
  const { armatureOhms: ra, frictionAmps, type } = model;
  const most = Math.max(...currents);
  if (volts - most * ra < LEAST_BACK_EMF * volts) {
    const limit = ((1 - LEAST_BACK_EMF) * volts) / most;
    return [
      {
        code: 'ARMATURE_TOO_HIGH',
        at: '/armatureOhms',
        message: `${Number(ra.toPrecision(3))} Ω of armature leaves the motor no volts to turn at the ${amps(most)} of its curve at ${volts} V`,
        limit: `at most ${Number(limit.toPrecision(3))} Ω with that current`,
        remedy:
          'use the running resistance, not what a meter reads on a stopped motor; or correct the current',
      },
    ];
  }
  if (type !== 'turbine') return [];
  const out: PumpFault[] = [];
  if (frictionAmps > currents[0]!)
    out.push({
      code: 'FRICTION_OVER_NO_LOAD',
      at: '/frictionAmps',
      message: `the friction current ${amps(frictionAmps)} is above the ${amps(currents[0]!)} the pump draws at its lowest pressure`,
      limit: `at most ${amps(currents[0]!)}`,
      remedy: 'half of the current at no pressure is usual',
    });
  const reduced = reducedPressures(curve, ra);
  for (let i = 1; i < reduced.length; i++) {
    if (reduced[i]! > reduced[i - 1]!) continue;
    out.push({
      code: 'CURRENT_FALLS',
      at: `${at}/currents/${i}`,
      message: `current falls from ${amps(currents[i - 1]!)} to ${amps(currents[i]!)} while pressure rises from ${pressures[i - 1]! / 1e3} to ${pressures[i]! / 1e3} kPa`,
      limit: `near or above the ${amps(currents[i - 1]!)} of the point before`,
      remedy: 'a motor draws more as pressure rises: check the columns, or drop the point',
    });
  }
  return out;
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
