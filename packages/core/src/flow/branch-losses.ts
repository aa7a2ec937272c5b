/**
 * What a leg of a tee or Y loses, K on the velocity of the combined flow (the leg that carries all of it), by the leg's share
 * of the flow: K = steady + byShare·s + byShare2·s² + byVelocity·w + byVelocity2·w², with w the leg's velocity over the combined one.
 */
export interface LegLoss {
  readonly steady: number;
  readonly byShare: number;
  readonly byShare2: number;
  readonly byVelocity: number;
  readonly byVelocity2: number;
}

/** The legs one flow parts into, or that come together in one: straight on, and round the corner. */
export interface LegLosses {
  readonly through: LegLoss;
  readonly side: LegLoss;
}

export interface BranchLosses {
  readonly dividing: LegLosses;
  readonly combining: LegLosses;
}

const NONE: LegLoss = { steady: 0, byShare: 0, byShare2: 0, byVelocity: 0, byVelocity2: 0 };
const both = (leg: LegLoss): LegLosses => ({ through: leg, side: leg });

/**
 * By form. A tee of 90°: dividing, 0.4·y² straight on and 1 + 0.3·w² into the branch; combining, 1.55·y − y² straight on and
 * C·[1 + y² − 2(1 − y)²] out of the branch, C by Crane's table, laid through by a parabola (within 0.09); y is the branch's share.
 * Straight on 0.3 is added for the fitting itself where it carries all (typical). A Y of 30°, either leg:
 * dividing 1 + w² − 2w·cos 30°, combining 1 + s² − 2(1 − s)² − 2s²·cos 30°, each raised to 0.5 with all of the flow (typical).
 * Ports of one part lose nothing here: that is in the part's own figures.
 * @source Crane TP-410 (2009 and later) and Idelchik, from memory; the maker's figure wins
 */
export const BRANCH_LOSSES: Readonly<Record<'tee' | 'y' | 'ports', BranchLosses>> = {
  tee: {
    dividing: {
      through: { steady: 0.4, byShare: -0.8, byShare2: 0.7, byVelocity: 0, byVelocity2: 0 },
      side: { steady: 1, byShare: 0, byShare2: 0, byVelocity: 0, byVelocity2: 0.3 },
    },
    combining: {
      through: { steady: 0.55, byShare: 0.45, byShare2: -0.7, byVelocity: 0, byVelocity2: 0 },
      side: { steady: -0.85, byShare: 3.35, byShare2: -1.4, byVelocity: 0, byVelocity2: 0 },
    },
  },
  y: {
    dividing: both({ steady: 1, byShare: 0, byShare2: 0.232, byVelocity: -1.732, byVelocity2: 1 }),
    combining: both({ steady: -1, byShare: 4, byShare2: -2.5, byVelocity: 0, byVelocity2: 0 }),
  },
  ports: { dividing: both(NONE), combining: both(NONE) },
};

/**
 * A leg and the flow it is a share of, made ready for many evaluations: ΔP = steady·Qc·|Qc| + byFlow·q·|Qc| + byFlow2·q·|q|
 * while q is a share of Qc (see branchLoss).
 */
export interface BranchNumbers {
  /** Pa per (m³/s)². */
  readonly steady: number;
  readonly byFlow: number;
  readonly byFlow2: number;
}

/**
 * The loss of a leg as plain numbers.
 * @param leg its loss by share
 * @param bores of the leg that carries all of the flow, and of this one, m
 * @param density kg/m³
 * @returns Pa per (m³/s)²
 * Validity: turbulent flow; bores of the lines at the fitting.
 * @throws nothing
 * @source definition of K
 * @example branchNumbers(BRANCH_LOSSES.tee.dividing.side, { all: 0.01, leg: 0.01 }, 745).steady / 1e10 // => 6.039
 */
export function branchNumbers(
  leg: LegLoss,
  bores: { readonly all: number; readonly leg: number },
  density: number,
): BranchNumbers {
  const area = (Math.PI * bores.all ** 2) / 4;
  const half = density / (2 * area * area);
  const faster = (bores.all / bores.leg) ** 2;
  return {
    steady: half * leg.steady,
    byFlow: half * (leg.byShare + leg.byVelocity * faster),
    byFlow2: half * (leg.byShare2 + leg.byVelocity2 * faster ** 2),
  };
}

/** With all of the flow in it: Pa per (m³/s)². */
const whole = ({ steady, byFlow, byFlow2 }: BranchNumbers): number => steady + byFlow + byFlow2;

/**
 * Pressure a leg loses in its fitting. Where it carries more than the combined flow, because another leg runs the wrong way,
 * it loses what it would with all of it; run the wrong way itself, that against its own flow, beside what passes it.
 * @param n its numbers
 * @param all the combined flow, m³/s, along the way the fitting is drawn
 * @param q flow in the leg, m³/s, the same way
 * @returns Pa; negative where the other leg's flow draws this one along
 * Validity: as branchNumbers; continuous in both flows, and the fitting as a whole never gives pressure.
 * @throws nothing
 * @source see BRANCH_LOSSES
 * @example branchLoss({ steady: 1e10, byFlow: 0, byFlow2: 3e9 }, 1e-4, 1e-4) // => 130
 */
export function branchLoss(n: BranchNumbers, all: number, q: number): number {
  const size = Math.abs(all);
  if (q * all <= 0) return n.steady * all * size + whole(n) * q * Math.abs(q);
  if (Math.abs(q) >= size) return whole(n) * q * Math.abs(q);
  return n.steady * all * size + n.byFlow * q * size + n.byFlow2 * q * Math.abs(q);
}

/**
 * How that loss grows with the leg's own flow, the combined one as it is.
 * @param n its numbers
 * @param all combined flow, m³/s
 * @param q flow in the leg, m³/s
 * @returns Pa per m³/s; negative where more flow is drawn along less
 * Validity: as branchLoss.
 * @throws nothing
 * @source derivative of branchLoss
 * @example branchSlope({ steady: 1e10, byFlow: 0, byFlow2: 3e9 }, 2e-4, 1e-4) // => 600000
 */
export function branchSlope(n: BranchNumbers, all: number, q: number): number {
  const size = Math.abs(all);
  if (q * all <= 0 || Math.abs(q) >= size) return 2 * whole(n) * Math.abs(q);
  return n.byFlow * size + 2 * n.byFlow2 * Math.abs(q);
}
