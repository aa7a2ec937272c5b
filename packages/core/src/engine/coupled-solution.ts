import type { SolveReport } from '../outcome/solve-report.ts';
import type { PumpPoint } from '../kinds/plumbing/pump/pump-model.ts';
import type { CircuitSolution } from './electric/circuit-elements.ts';
import type { NetworkSolution } from './network/network-result.ts';

export interface PumpOperating extends PumpPoint {
  readonly volts: number;
  /** Pressure rise, Pa. */
  readonly rise: number;
  readonly circuit?: CircuitSolution;
  /** What its controller asks for, 0–1. */
  readonly command?: number;
  /** Its inlet is at the fuel's vapor pressure: it moves what the suction lets through as liquid, and no more. */
  readonly cavitates?: true;
}

/** One settled state. What is electric about it is put together only when asked for: a search asks for the flow alone. */
export class CoupledSolution {
  private made: Electric | undefined;

  constructor(
    readonly network: NetworkSolution,
    /** What the engine gets, m³/s: less than it wants where its injectors pass no more at the pressure they get. */
    readonly delivered: number,
    private readonly make: () => Electric,
  ) {}

  get pumps(): ReadonlyMap<string, PumpOperating> {
    return (this.made ??= this.make()).pumps;
  }

  /** Circuits of the other loads that are on, by load id. */
  get loads(): ReadonlyMap<string, CircuitSolution> {
    return (this.made ??= this.make()).loads;
  }
}

export interface Electric {
  readonly pumps: ReadonlyMap<string, PumpOperating>;
  readonly loads: ReadonlyMap<string, CircuitSolution>;
}

export interface CoupledSolve extends SolveReport {
  readonly solution: CoupledSolution | null;
  readonly worstNode: string;
}

/** What the feed side can deliver to the rails at the required pressure, and how it stands then. */
export interface Available {
  /** m³/s. */
  readonly flow: number;
  readonly solution: CoupledSolution;
}

/** Sum of all pumps, m³/s. */
export const pumpFlow = (solution: CoupledSolution): number =>
  [...solution.pumps.keys()].reduce((sum, id) => sum + (solution.network.links.get(id)?.flow ?? 0), 0);
