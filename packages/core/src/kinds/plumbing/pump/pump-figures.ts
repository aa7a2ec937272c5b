export type PumpType = 'turbine' | 'positive-displacement' | 'brushless';

/** One measured or published curve at one voltage. Rising pressures, falling flow. */
export interface PumpCurve {
  /** Volts at the pump's terminals. */
  readonly volts: number;
  /** Pressure rise, Pa. */
  readonly pressures: readonly number[];
  /** m³/s. */
  readonly flows: readonly number[];
  /** A. */
  readonly currents: readonly number[];
}

export interface PumpModel {
  readonly type: PumpType;
  readonly curve: PumpCurve;
  /** Curves of the same pump at other volts. */
  readonly moreCurves?: readonly PumpCurve[];
  /** Dynamic armature resistance Ra, Ω: not what a meter reads on a stopped motor. */
  readonly armatureOhms: number;
  /** Friction current I_f, A (turbine law). */
  readonly frictionAmps: number;
  /** Pressure rise above which the internal relief opens, Pa. */
  readonly reliefPa: number;
  /** Outlet check valve built in. */
  readonly outletCheck: boolean;
}

/** What a pump does at one pressure rise and volts, and how that changes with each. */
export interface PumpNumbers {
  /** m³/s; negative past shut-off, where the curve is carried on as if it could run backward. */
  flow: number;
  /** m³/s per Pa at constant volts, never positive. */
  flowPerPa: number;
  /** m³/s per V at constant pressure. */
  flowPerVolt: number;
  /** A. */
  current: number;
  currentPerPa: number;
  currentPerVolt: number;
  /** Share of the speed at the curve's voltage with no pressure. */
  speed: number;
  /** Computed by the pump law away from the curve's voltage. */
  scaled: boolean;
  /** Pressure or volts lie outside what the curve covers. */
  beyond: boolean;
}

/** A motor and its pump at a pressure rise Pa, volts, and a speed asked for, into numbers kept by the caller. */
export type MotorLaw = (out: PumpNumbers, p: number, v: number, command: number | undefined) => void;

/** Volts within which the pump laws are held to be good. */
export const PUMP_LAW_VOLTS = { min: 8, max: 15 } as const;
/** Internal relief opens fully over this much more pressure, Pa. */
export const RELIEF_BAND_PA = 100e3;

/** Volts a pump's data cover: those its law is known for, and those its curves were taken at. */
export const voltsCovered = (
  curves: readonly { readonly volts: number }[],
): { least: number; most: number } => ({
  least: Math.min(PUMP_LAW_VOLTS.min, ...curves.map((c) => c.volts)),
  most: Math.max(PUMP_LAW_VOLTS.max, ...curves.map((c) => c.volts)),
});
