/**
 * The family of link laws: one file a law. Pressures are Pa gauge, flows m³/s from the link's first node to its second.
 * Three forms, by what the part makes plain:
 * - loss: pressure lost at a flow (hoses, filters);
 * - valve: a relation with kinks (check valve, regulator), entered by the straight piece the present flow lies on;
 * - flow: flow at two pressures (pumps).
 */
export type LinkLaw = LossLaw | ValveLaw | FlowLaw;

export interface LossLaw {
  readonly form: 'loss';
  /** out[0] = pressure lost, Pa (odd in q); out[1] = its slope, Pa per m³/s, > 0. */
  evaluate(q: number, out: Float64Array): void;
  /** A flow of the right size to start from, m³/s. */
  readonly startFlow?: number;
  /** The same law as plain numbers, where it is a pipe’s: a solver then evaluates all pipes in one loop. */
  readonly pipe?: PipeNumbers;
}

/** ΔP = laminar·Q or friction·f(Re)·Q², and minor·Q·√(Q² + Q₀²). */
export interface PipeNumbers {
  /** Pa per (m³/s)² and unit of f. */
  readonly friction: number;
  /** Pa per (m³/s)². */
  readonly minor: number;
  readonly reynoldsPerFlow: number;
  /** ε/(3.7 D). */
  readonly rough: number;
}

export interface ValveLaw {
  readonly form: 'valve';
  /**
   * The piece at flow q as q = out[0] + out[1]·pUp + out[2]·pDown (out[1] ≥ 0, out[2] ≤ 0);
   * out[3] = pressure the present flow and pressures leave unexplained, Pa.
   */
  linearize(q: number, pUp: number, pDown: number, out: Float64Array): void;
  stateAt(q: number, pUp: number, pDown: number): LinkState;
}

export interface FlowLaw {
  readonly form: 'flow';
  /** out[0] = flow; out[1] = ∂q/∂pUp ≥ 0; out[2] = ∂q/∂pDown ≤ 0. */
  evaluate(pUp: number, pDown: number, out: Float64Array): void;
}

export type LinkState = 'open' | 'closed' | 'regulating' | 'overrun';

/** Keeps a shut valve from cutting the equations apart: 1e-16 m³/s per Pa leaks less than 0.0002 L/h at 500 kPa. */
export const SHUT_CONDUCTANCE = 1e-16;
/** Flow below which a valve counts as shut in the report: 0.01 L/h in m³/s. */
export const SHUT_FLOW = 1e-5 / 3600;
