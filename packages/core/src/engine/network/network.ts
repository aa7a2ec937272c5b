import type { GaugePressure } from '../../quantities/pressure.ts';
import type { BranchNumbers } from '../../flow/branch-losses.ts';
import type { LinkLaw } from '../../flow/link-law.ts';

/** A point where runs meet. */
export interface NetworkNode {
  readonly id: string;
  /** m above a common datum. */
  readonly elevation: number;
  /** Pressure held from outside (an open tank), Pa gauge; absent where it is to be found. */
  readonly fixed?: GaugePressure;
  /** Flow taken out here, m³/s (negative puts in). */
  readonly draw: number;
}

/** A run or component between two nodes; positive flow goes from → to. */
export interface NetworkLink {
  readonly id: string;
  readonly from: string;
  readonly to: string;
  readonly law: LinkLaw;
}

/** A leg of a tee or Y: what its link loses there depends on the flow of the links it is a share of. */
export interface NetworkBranch {
  /** Index of its link, which loses pressure at a flow. */
  readonly link: number;
  /** Indices of the links whose flow together is the combined one. */
  readonly all: readonly number[];
  readonly numbers: BranchNumbers;
}

/** A network without tees and Ys: the same list each time, so that a solver sees that nothing changed. */
export const NO_BRANCHES: readonly NetworkBranch[] = [];

export interface Network {
  readonly nodes: readonly NetworkNode[];
  readonly links: readonly NetworkLink[];
  readonly branches?: readonly NetworkBranch[];
  /** kg/m³, for elevation. */
  readonly density: number;
}
