import { monotoneCubic, type Curve } from '../../../numerics/monotone-cubic.ts';

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

export interface PumpPoint {
  /** Delivered flow, m³/s, never negative. */
  readonly flow: number;
  /**
   * The same curve carried on past shut-off as if it could run backward, m³/s. A solver needs it: a flat end would
   * throw its next guess anywhere.
   */
  readonly continued: number;
  /** Slope of `continued` at constant volts, m³/s per Pa, never positive. */
  readonly flowSlope: number;
  /** A. */
  readonly current: number;
  /** Speed as a share of the speed at the curve's voltage with no pressure. */
  readonly speed: number;
  /** Computed by the pump law away from the curve's voltage. */
  readonly scaled: boolean;
  /** Pressure or volts lie outside what the curve covers. */
  readonly beyondCurve: boolean;
}

/**
 * A pump made ready for many evaluations. `command` is what a speed controller asks for, 0–1 of the speed the curve was
 * taken at with no pressure; absent where nothing limits the speed.
 */
export type PumpLaw = (pressureRise: number, volts: number, command?: number) => PumpPoint;

/** Volts within which the pump laws are held to be good. */
export const PUMP_LAW_VOLTS = { min: 8, max: 15 } as const;
/** Internal relief opens fully over this much more pressure, Pa. */
export const RELIEF_BAND_PA = 100e3;

interface Raw {
  flow: number;
  slope: number;
  current: number;
  speed: number;
  beyond: boolean;
}

/**
 * Prepares a pump's law: flow and current at any pressure rise and terminal voltage.
 *
 * Turbine, brushed: E₀ = Vref − I₀·Ra; each point is reduced by its own speed s_j = (Vref − I_j·Ra)/E₀ to
 * P*=P/s², Q*=Q/s, T*=(I−I_f)/s²; then s·E₀ + Ra·[I_f + s²·T*(P/s²)] = V is solved for s.
 * Positive displacement: I = I_ref(P), s = (V − I·Ra)/E₀, Q = s·Q_d − slip(P).
 * Brushless: s = min(commanded, voltage-limited as the positive-displacement law); held below what the volts allow, its
 * supply current falls with the speed (power is torque times speed). A brushed motor behind a controller gets chopped
 * volts: it sees its command's share of them, and the supply that share of its current.
 * Curves at several volts: straight between two of them at equal pressure, the law of the nearest one beyond.
 *
 * @param model pump with one or more curves; Pa, m³/s, A, V, Ω
 * @returns function of (pressure rise Pa, volts, command) → flow m³/s, slope, current A, speed
 * Validity: 8–15 V and the curve's pressures; outside, `beyondCurve` says so.
 * @throws when the curve has fewer than two points or pressures do not rise
 * @source affinity laws for centrifugal and regenerative pumps; permanent-magnet DC motor equations (standard texts)
 * @example pumpLaw(PUMPS.T470.model)(0, 13.5).current // => 9.5
 */
export function pumpLaw(model: PumpModel): PumpLaw {
  const own = [model.curve, ...(model.moreCurves ?? [])]
    .map((curve) => ({ volts: curve.volts, law: oneCurveLaw({ ...model, curve }) }))
    .sort((a, b) => a.volts - b.volts);
  const at = (rise: number, volts: number, command: number | undefined): PumpPoint => {
    const above = own.findIndex((c) => c.volts >= volts);
    if (own.length === 1 || above === 0) return own[0]!.law(rise, volts, command);
    if (above < 0) return own.at(-1)!.law(rise, volts, command);
    const low = own[above - 1]!;
    const high = own[above]!;
    const share = (volts - low.volts) / (high.volts - low.volts);
    return between(low.law(rise, low.volts, command), high.law(rise, high.volts, command), share);
  };
  if (model.type === 'brushless') return at;
  return (rise, volts, command) => {
    if (command === undefined || command >= 1) return at(rise, volts, undefined);
    const chopped = at(rise, volts * command, undefined);
    return { ...chopped, current: chopped.current * command };
  };
}

/** Straight between two measured voltages: a measurement of neither, so it is not called scaled. */
function between(low: PumpPoint, high: PumpPoint, share: number): PumpPoint {
  const mix = (a: number, b: number): number => a + share * (b - a);
  return {
    flow: mix(low.flow, high.flow),
    continued: mix(low.continued, high.continued),
    flowSlope: mix(low.flowSlope, high.flowSlope),
    current: mix(low.current, high.current),
    speed: mix(low.speed, high.speed),
    scaled: false,
    beyondCurve: low.beyondCurve || high.beyondCurve,
  };
}

function oneCurveLaw(model: PumpModel): PumpLaw {
  const raw = model.type === 'turbine' ? turbine(model) : displacement(model);
  const lowest = -300e3;
  const highest = model.reliefPa + 2 * RELIEF_BAND_PA;
  const within = (pressureRise: number, volts: number, command: number | undefined): PumpPoint => {
    if (volts <= 0.5) {
      return { flow: 0, continued: 0, flowSlope: 0, current: 0, speed: 0, scaled: true, beyondCurve: true };
    }
    const r = raw(pressureRise, volts, command);
    const over = Math.max(0, (pressureRise - model.reliefPa) / RELIEF_BAND_PA);
    const delivered = Math.max(r.flow, 0.02 * model.curve.flows[0]!);
    const relieved = over > 0 && r.flow > 0;
    const continued = relieved ? (over < 1 ? r.flow : delivered) * (1 - over) : r.flow;
    const slope = relieved
      ? over < 1
        ? r.slope * (1 - over) - r.flow / RELIEF_BAND_PA
        : -delivered / RELIEF_BAND_PA
      : r.slope;
    return {
      flow: Math.max(0, continued),
      continued,
      flowSlope: Math.min(0, slope),
      current: Math.max(0, r.current),
      speed: r.speed,
      scaled: Math.abs(volts - model.curve.volts) > 0.05,
      beyondCurve: r.beyond || volts < PUMP_LAW_VOLTS.min || volts > PUMP_LAW_VOLTS.max,
    };
  };
  // A solver's first guesses may be absurd; beyond any pressure a pump can see its law goes straight on.
  return (pressureRise, volts, command) => {
    const held = Math.min(highest, Math.max(lowest, pressureRise));
    const point = within(held, volts, command);
    if (held === pressureRise) return point;
    const continued = point.continued + point.flowSlope * (pressureRise - held);
    return { ...point, continued, flow: Math.max(0, continued), beyondCurve: true };
  };
}

type RawLaw = (p: number, v: number, command: number | undefined) => Raw;

function turbine(model: PumpModel): RawLaw {
  const { curve, armatureOhms: ra, frictionAmps } = model;
  const noLoad = curve.currents[0]!;
  const e0 = curve.volts - noLoad * ra;
  const speeds = curve.currents.map((i) => (curve.volts - i * ra) / e0);
  const reducedP = curve.pressures.map((p, j) => p / speeds[j]! ** 2);
  const flowCurve = monotoneCubic(
    reducedP,
    curve.flows.map((q, j) => q / speeds[j]!),
  );
  const torqueCurve = monotoneCubic(
    reducedP,
    curve.currents.map((i, j) => (i - frictionAmps) / speeds[j]! ** 2),
  );
  const last = reducedP.at(-1)!;
  return (p, v) => {
    const s = turbineSpeed(p, v, e0, ra, frictionAmps, torqueCurve);
    const x = p / (s * s);
    const t = torqueCurve.valueAt(x);
    const dt = torqueCurve.slopeAt(x);
    const gs = e0 + ra * (2 * s * t - 2 * (p / s) * dt);
    const ds = -(ra * dt) / gs;
    const dx = 1 / (s * s) - ((2 * p) / s ** 3) * ds;
    return {
      flow: s * flowCurve.valueAt(x),
      slope: ds * flowCurve.valueAt(x) + s * flowCurve.slopeAt(x) * dx,
      current: frictionAmps + s * s * t,
      speed: s,
      beyond: x > last * 1.0001 || p < -1,
    };
  };
}

/** Newton on s from the no-torque speed; the left side rises with s, so it cannot run away. */
function turbineSpeed(p: number, v: number, e0: number, ra: number, friction: number, torque: Curve): number {
  let s = Math.max(0.05, v / e0 - (ra * friction) / e0);
  for (let k = 0; k < 40; k++) {
    const x = p / (s * s);
    const t = torque.valueAt(x);
    const g = s * e0 + ra * (friction + s * s * t) - v;
    const slope = e0 + ra * (2 * s * t - 2 * (p / s) * torque.slopeAt(x));
    const step = slope > 0 ? g / slope : g / e0;
    const next = Math.max(s * 0.5, s - step);
    if (Math.abs(next - s) < 1e-12) return next;
    s = next;
  }
  return s;
}

function displacement(model: PumpModel): RawLaw {
  const { curve } = model;
  const ra = safeArmature(model);
  const e0 = curve.volts - curve.currents[0]! * ra;
  const current = monotoneCubic(curve.pressures, curve.currents);
  const swept = curve.flows[0]!;
  const slip = monotoneCubic(
    curve.pressures,
    curve.pressures.map((_, j) => ((curve.volts - curve.currents[j]! * ra) / e0) * swept - curve.flows[j]!),
  );
  const last = curve.pressures.at(-1)!;
  return (p, v, command) => {
    const i = current.valueAt(p);
    const byVolts = (v - i * ra) / e0;
    const held = command !== undefined && command < byVolts;
    const s = held ? command : byVolts;
    return {
      flow: s * swept - slip.valueAt(p),
      slope: (held ? 0 : -(current.slopeAt(p) * ra * swept) / e0) - slip.slopeAt(p),
      current: held ? (i * command) / byVolts : i,
      speed: s,
      beyond: p > last * 1.0001 || p < -1,
    };
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
