import type { PumpFault } from '../kinds/plumbing/pump/pump-faults.ts';
import type { Ending, OutsideValidity } from '../outcome/solve-report.ts';
import type { ElementKind } from '../document/job-document.ts';
import type { LinkState } from '../flow/link-law.ts';
import type { AbsolutePressure, GaugePressure } from '../quantities/pressure.ts';
import type { CircuitSolution } from './electric/circuit-elements.ts';
import type { PumpOperating } from './coupled-solution.ts';
import type { Balance } from './observe/tank-balance.ts';
import type { OperatingState } from './states.ts';

/** One element of a path at one operating state: a step of the falling line. */
export interface StationResult {
  readonly elementId: string;
  readonly pathId: string;
  readonly kind: ElementKind;
  readonly name: string;
  readonly pUp: GaugePressure;
  readonly pDown: GaugePressure;
  /** Height of its two ends, m above the tank's floor. */
  readonly zUp: number;
  readonly zDown: number;
  /** m³/s. */
  readonly flow: number;
  readonly valve?: LinkState;
  /** Runs only. */
  readonly run?: RunResult;
}

export interface RunResult {
  /** m/s. */
  readonly velocity: number;
  readonly reynolds: number;
  /** Pressure lost to friction and fittings, elevation aside, Pa. */
  readonly loss: number;
  /** Share of all losses on its path, 0–1. */
  readonly share: number;
  /** Length of plain hose that would lose as much as the fittings do, m. */
  readonly equivalentLength: number;
}

export interface PumpResult extends PumpOperating {
  readonly id: string;
  readonly name: string;
  /** Pressure at the pump's inlet. */
  readonly inlet: AbsolutePressure;
  /** Fuel temperature there, K: above the tank's where the fuel goes round. */
  readonly inletK: number;
  readonly vapourPressure: AbsolutePressure;
  /** Inlet pressure above the fuel's vapour pressure at that temperature, Pa. */
  readonly suctionMargin: number;
}

export interface RegulatorResult {
  readonly id: string;
  readonly name: string;
  readonly valve: LinkState;
  /** Pressure in the return right behind the regulator. */
  readonly returnPressure: GaugePressure;
  /** m³/s. */
  readonly bypass: number;
  /** Largest flow the wide-open seat and the return can carry at the required rail pressure, m³/s. */
  readonly capacity: number;
  /** How far its inlet stands above what its diaphragm would hold at this flow, Pa: the overrun. */
  readonly over: number;
  /** Id of a rising-rate unit behind it that rules instead: then it is wide open on purpose. */
  readonly raisedBy: string | null;
}

/** A load that is no pump, where it is on. */
export interface LoadResult {
  readonly id: string;
  readonly name: string;
  readonly circuit: CircuitSolution;
}

/** How the solve of a state ended: as a solver does, or why there was nothing to solve. */
export type StateEnding =
  | Ending
  | { readonly how: 'no-rail' }
  | { readonly how: 'unusable'; readonly name: string; readonly fault: PumpFault }
  /** Fuel closed in follows the heat and no flow: settled, without numbers. */
  | { readonly how: 'closed-in' }
  | { readonly how: 'dry-rail'; readonly name: string };

export interface StateResult {
  readonly state: OperatingState;
  readonly converged: boolean;
  readonly ending: StateEnding;
  readonly iterations: number;
  readonly worstNode: string;
  /** Laws asked for outside what they are known for. */
  readonly warnings: readonly OutsideValidity[];
  /** Null where the solve did not settle: numbers are never shown as if valid. */
  readonly values: StateValues | null;
}

export interface StateValues {
  /** Of several rails the one that stands lowest: its injectors get least. */
  readonly railGauge: GaugePressure;
  /** Rail minus manifold, Pa. */
  readonly railDifferential: number;
  /** Gauge pressure the rail should have, Pa. */
  readonly required: GaugePressure;
  /** The least that will do, Pa gauge: that, or the floor of a high-pressure pump's inlet. */
  readonly least: GaugePressure;
  readonly pumpFlow: number;
  readonly bypassFlow: number;
  /** What the injectors pass, m³/s. */
  readonly injectorFlow: number;
  /** That as a share of what the engine wants, 0–1. */
  readonly delivered: number;
  readonly pumps: readonly PumpResult[];
  /** The bypass regulator that rules: of several, the one set lowest. */
  readonly regulator: RegulatorResult | null;
  readonly loads: readonly LoadResult[];
  /** What each tank, factory supply and surge tank gives or gains. */
  readonly balance: Balance;
  readonly stations: readonly StationResult[];
  /** Pressure at each junction, Pa gauge. */
  readonly junctions: Readonly<Record<string, GaugePressure>>;
  /** Pull and cruise: flow the feed side could deliver at the required pressure, m³/s. */
  readonly available: number | null;
  /** available / demand − 1. */
  readonly margin: number | null;
  /** Share of the time they are open, 0–1 (1: all the time, and what they then pass is `delivered`); null: they see no pressure. */
  readonly injectorDuty: number | null;
}

export interface WeakLink {
  readonly id: string;
  readonly name: string;
  /** What was changed to try it: "-10 in place of -8". */
  readonly change: string;
  /** Margin gained by it. */
  readonly gain: number;
}
