/**
 * Pumps fed by one source: what one draws sags the volts of all. Seen from the network they are links whose flow depends
 * on the pressure rises of every one of them.
 */
export interface SharedSource {
  /** Link ids of the pumps, in the order of all arrays here. */
  readonly links: readonly string[];
  /** Flow of each at the present rises and volts, volts’ next step included, m³/s. */
  readonly flow: Float64Array;
  /** ∂flow_i/∂rise_j at i·n + j, m³/s per Pa, volts following. */
  readonly slope: Float64Array;
  /**
   * Fills `flow` and `slope` at pressure rises, Pa; returns how far volts are from settled there, as a multiple of what
   * counts as settled.
   */
  linearize(rises: Float64Array): number;
  /** Takes a share of the step to new rises. */
  move(rises: Float64Array, share: number): void;
}
