/** How a solve ended, as data; the words are in `say`. */
export type Ending =
  | { readonly how: 'settled' }
  /** Nothing that sets a level is joined to the node: its pressure, or its volts, could be anything. */
  | { readonly how: 'adrift'; readonly node: string }
  | { readonly how: 'ran-away' }
  /** Still moving by a share of the largest flow after so many turns. */
  | { readonly how: 'unsettled'; readonly turns: number; readonly moving: number };

/** What a law is known for, and the range it is known in. */
export interface Validity {
  readonly law: 'friction' | 'fuel' | 'pump';
  readonly quantity: 'reynolds' | 'relative-roughness' | 'temperature' | 'density' | 'pressure';
  readonly min: number;
  readonly max: number;
}

/** A figure that lies outside what its law is known for: computed all the same, and said. */
export interface OutsideValidity extends Validity {
  readonly value: number;
  /** Part it was seen at; '' for the fuel. */
  readonly at: string;
}

/** What every iterative solver says about its own work, whatever it solved. */
export interface SolveReport {
  readonly converged: boolean;
  readonly ending: Ending;
  readonly iterations: number;
  /** Largest unbalanced quantity left, in the solver's own unit (stated by the solver). */
  readonly residual: number;
  readonly warnings: readonly OutsideValidity[];
}
