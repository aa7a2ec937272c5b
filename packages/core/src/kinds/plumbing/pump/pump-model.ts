import { displacement } from './displacement-law.ts';
import { type PumpNumbers, type PumpModel, RELIEF_BAND_PA, voltsCovered } from './pump-figures.ts';
import { turbine } from './turbine-law.ts';

export {
  PUMP_LAW_VOLTS,
  RELIEF_BAND_PA,
  type PumpCurve,
  type PumpModel,
  type PumpNumbers,
  type PumpType,
} from './pump-figures.ts';

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
export interface PumpLaw {
  (pressureRise: number, volts: number, command?: number): PumpPoint;
  /** The same into numbers kept by the caller, with what a solver asks for beside: allocates nothing. */
  into(out: PumpNumbers, pressureRise: number, volts: number, command: number | undefined): void;
}

export const pumpNumbers = (): PumpNumbers => ({
  flow: 0,
  flowPerPa: 0,
  flowPerVolt: 0,
  current: 0,
  currentPerPa: 0,
  currentPerVolt: 0,
  speed: 0,
  scaled: false,
  beyond: false,
});

/**
 * Prepares a pump's law: flow and current at any pressure rise and terminal voltage.
 *
 * Turbine, brushed: E₀ = Vref − I₀·Ra; each point is reduced by its own speed s_j = (Vref − I_j·Ra)/E₀ to
 * P*=P/s², Q*=Q/s, T*=(I−I_f)/s²; then s·E₀ + Ra·[I_f + s²·T*(P/s²)] = V is solved for s.
 * Positive displacement: I = I_ref(P), s = (V − I·Ra)/E₀, Q = s·Q_d − slip(P).
 * Brushless: s = min(commanded, voltage-limited as the positive-displacement law); held below what the volts allow, its
 * supply current falls with the speed (power is torque times speed). A brushed motor behind a controller gets chopped
 * volts: it sees its command's share of them, and the supply that share of its current.
 * A motor with too few volts to turn stands and draws V/Ra.
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
  const atVolts = severalCurves(model);
  const into: PumpLaw['into'] =
    model.type === 'brushless'
      ? atVolts
      : (out, rise, volts, command) => {
          if (command === undefined || command >= 1) return atVolts(out, rise, volts, undefined);
          atVolts(out, rise, volts * command, undefined);
          out.flowPerVolt *= command;
          out.current *= command;
          out.currentPerPa *= command;
          out.currentPerVolt *= command * command;
        };
  const scratch = pumpNumbers();
  const law = (rise: number, volts: number, command?: number): PumpPoint => {
    into(scratch, rise, volts, command);
    return pointOf(scratch);
  };
  return Object.assign(law, { into });
}

/** What a caller sees of the numbers. */
export const pointOf = (n: PumpNumbers): PumpPoint => ({
  flow: Math.max(0, n.flow),
  continued: n.flow,
  flowSlope: n.flowPerPa,
  current: n.current,
  speed: n.speed,
  scaled: n.scaled,
  beyondCurve: n.beyond,
});

function severalCurves(model: PumpModel): PumpLaw['into'] {
  const own = [model.curve, ...(model.moreCurves ?? [])]
    .map((curve) => ({ volts: curve.volts, into: oneCurve({ ...model, curve }) }))
    .sort((a, b) => a.volts - b.volts);
  if (own.length === 1) return own[0]!.into;
  const upper = pumpNumbers();
  return (out, rise, volts, command) => {
    const above = own.findIndex((c) => c.volts >= volts);
    if (above === 0) return own[0]!.into(out, rise, volts, command);
    if (above < 0) return own.at(-1)!.into(out, rise, volts, command);
    const low = own[above - 1]!;
    const high = own[above]!;
    low.into(out, rise, low.volts, command);
    high.into(upper, rise, high.volts, command);
    between(out, upper, high.volts - low.volts, (volts - low.volts) / (high.volts - low.volts));
  };
}

/** Straight between two measured voltages: a measurement of neither, so it is not called scaled. */
function between(low: PumpNumbers, high: PumpNumbers, span: number, share: number): void {
  const flow = high.flow - low.flow;
  const current = high.current - low.current;
  low.flow += share * flow;
  low.flowPerVolt = flow / span;
  low.flowPerPa += share * (high.flowPerPa - low.flowPerPa);
  low.current += share * current;
  low.currentPerVolt = current / span;
  low.currentPerPa += share * (high.currentPerPa - low.currentPerPa);
  low.speed += share * (high.speed - low.speed);
  low.scaled = false;
  low.beyond ||= high.beyond;
}

/** How steeply flow falls on past the relief's band, as a share of the greatest flow over one band more. */
const PAST_RELIEF = 0.3;
/** Suction pressure below which a law goes straight on, Pa. */
const LOWEST_RISE = -300e3;

function oneCurve(model: PumpModel): PumpLaw['into'] {
  const motor = model.type === 'turbine' ? turbine(model) : displacement(model);
  const highest = model.reliefPa + 2 * RELIEF_BAND_PA;
  const { volts: own } = model.curve;
  const { least, most } = voltsCovered([model.curve]);
  const past = (PAST_RELIEF * model.curve.flows[0]!) / RELIEF_BAND_PA;
  return (out, rise, volts, command) => {
    // A solver's first guesses may be absurd; beyond any pressure a pump can see its law goes straight on.
    const held = rise > highest ? highest : rise < LOWEST_RISE ? LOWEST_RISE : rise;
    motor(out, held, volts, command);
    const over = (held - model.reliefPa) / RELIEF_BAND_PA;
    if (over > 0) relieve(out, over, past);
    if (out.flowPerPa > 0) out.flowPerPa = 0;
    out.scaled = Math.abs(volts - own) > 0.05;
    out.beyond ||= volts < least || volts > most || held !== rise;
    if (held !== rise) {
      out.flow += out.flowPerPa * (rise - held);
      out.currentPerPa = 0;
    }
    if (out.current < 0) {
      out.current = 0;
      out.currentPerPa = 0;
      out.currentPerVolt = 0;
    }
  };
}

/**
 * The internal relief: net flow falls straight to zero over its band. Past it nothing is delivered; what is handed on falls
 * further, without a jump, so that a solver finds its way back.
 */
function relieve(out: PumpNumbers, over: number, past: number): void {
  if (over < 1) {
    if (out.flow <= 0) return;
    const kept = 1 - over;
    out.flowPerPa = out.flowPerPa * kept - out.flow / RELIEF_BAND_PA;
    out.flowPerVolt *= kept;
    out.flow *= kept;
    return;
  }
  if (out.flow > 0) {
    out.flow = 0;
    out.flowPerPa = 0;
    out.flowPerVolt = 0;
  }
  out.flow -= past * (over - 1) * RELIEF_BAND_PA;
  out.flowPerPa -= past;
}
