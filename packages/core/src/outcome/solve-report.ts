/** What every iterative solver says about its own work, whatever it solved. */
export interface SolveReport {
  readonly converged: boolean;
  /** Why it stopped, in words. */
  readonly reason: string;
  readonly iterations: number;
  /** Largest unbalanced quantity left, in the solver's own unit (stated by the solver). */
  readonly residual: number;
  readonly warnings: readonly string[];
}
