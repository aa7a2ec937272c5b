import type { JobDocument } from '../document/job-document.ts';
import type { SolveReport } from '../outcome/solve-report.ts';
import type { PumpPoint } from '../kinds/plumbing/pump/pump-model.ts';
import { NetworkSolver, type NetworkSolution } from './network/network-solver.ts';
import type { CircuitSolution, PowerNetwork } from './electric/power-network.ts';
import { PumpSupply, type SuppliedPump } from './electric/pump-supply.ts';
import { stoppedConductance } from '../kinds/plumbing/pump/law.ts';
import { loadCurrent, loadRuns, powerNetwork } from './electric/circuits.ts';
import { findRoot } from '../numerics/root.ts';
import { gauge } from '../quantities/pressure.ts';
import { commandOf, PlumbingCompiler, type LossTuning, type NetworkMode } from './model.ts';
import { requiredRail } from './required.ts';
import { FuelTemperatures } from './observe/temperatures.ts';
import { fuelOf, type OperatingState } from './states.ts';

export interface PumpOperating extends PumpPoint {
  readonly volts: number;
  /** Pressure rise, Pa. */
  readonly rise: number;
  readonly circuit?: CircuitSolution;
  /** What its controller asks for, 0–1. */
  readonly command?: number;
}

export interface CoupledSolution {
  readonly network: NetworkSolution;
  readonly pumps: ReadonlyMap<string, PumpOperating>;
  /** Circuits of the other loads that are on, by load id. */
  readonly loads: ReadonlyMap<string, CircuitSolution>;
}

export interface CoupledSolve extends SolveReport {
  readonly solution: CoupledSolution | null;
  readonly worstNode: string;
}

/** Available flow of several rails is found to this, m³/s: 0.01 L/h. */
const FLOW_TOLERANCE = 3e-9;
/** A search for available flow starts no lower, m³/s: a bracket cannot grow from nothing. 36 L/h. */
const LEAST_GUESS = 1e-5;
/** More than any pump in a plan delivers, m³/s: 36,000 L/h. */
const MOST_DELIVERED = 0.01;

/** `ideal` feeds the pumps straight from the supply: what flow the wiring costs is the difference. */
export type WiringMode = 'as-drawn' | 'ideal';

/** The network of one mode, and the pumps in it. */
interface Grid {
  readonly solver: NetworkSolver;
  readonly supply: PumpSupply;
}

/** What the feed side can deliver to the rails at the required pressure, and how it stands then. */
export interface Available {
  /** m³/s. */
  readonly flow: number;
  readonly solution: CoupledSolution;
}

/**
 * Plumbing and wiring of one design solved together. Keeps its networks between operating states, so a sweep of a
 * pull starts each point from the one before.
 */
export class CoupledSolver {
  readonly compiler: PlumbingCompiler;
  private warmth: FuelTemperatures | undefined;
  private readonly grids = new Map<NetworkMode, Grid>();
  private readonly power: PowerNetwork;
  private readonly pumps: readonly SuppliedPump[];
  private adjusted: ReadonlyMap<string, number> | undefined;
  /** The last available flow of several rails: where the next search starts. */
  private delivered: number | undefined;

  constructor(
    readonly doc: JobDocument,
    private readonly wiring: WiringMode = 'as-drawn',
    tuning?: LossTuning,
  ) {
    this.compiler = new PlumbingCompiler(doc, fuelOf(doc), tuning);
    const { pumpLaws, graph } = this.compiler;
    this.pumps = [...pumpLaws].flatMap(([id, law]) => {
      const part = doc.plumbing.elements[id];
      // A pump that stands in no path is no link.
      if (part?.kind !== 'pump' || !graph.links.some((l) => l.id === id)) return [];
      return [{ id, law, leak: stoppedConductance(part.outletCheck) }];
    });
    const wired = [...this.pumps.map((p) => p.id), ...Object.keys(doc.wiring.loads ?? {})];
    this.power = powerNetwork(doc, this.wiring === 'as-drawn' ? wired : []);
  }

  get temperatures(): FuelTemperatures {
    const { fuel, graph } = this.compiler;
    return (this.warmth ??= new FuelTemperatures(this.doc, fuel, graph));
  }

  /**
   * Joint steady state: pressures and flows of the plumbing, volts and currents of the wiring, in one Newton iteration (see
   * NetworkSolver and PumpSupply).
   */
  solve(state: OperatingState, mode: NetworkMode = 'running'): CoupledSolve {
    const grid = this.gridAt(state, mode);
    const hydraulic = grid.solver.solve();
    const { solution } = hydraulic;
    return { ...hydraulic, solution: solution && { network: solution, ...this.electric(state, solution) } };
  }

  /** The network of a mode with the numbers of a state in it. */
  private gridAt(state: OperatingState, mode: NetworkMode): Grid {
    const setFlows = mode === 'running' ? this.adjustFlows() : NO_FLOWS;
    const known = this.grids.get(mode);
    const grid = known ?? this.newGrid(state, mode, setFlows);
    if (known) this.refill(known, state, mode, setFlows);
    grid.supply.run({
      supply: this.supplyOf(state),
      runs: this.pumps.map((p) => this.compiler.pumpRuns(p.id, state)),
      commands: this.pumps.map((p) => this.commandAt(p.id, state)),
      loads: this.loadsOn(state),
    });
    return grid;
  }

  private newGrid(state: OperatingState, mode: NetworkMode, setFlows: ReadonlyMap<string, number>): Grid {
    const supply = new PumpSupply(this.pumps, this.power);
    const grid = { supply, solver: new NetworkSolver(this.compiler.network(state, mode, setFlows), supply) };
    this.grids.set(mode, grid);
    return grid;
  }

  private refill(
    { solver }: Grid,
    state: OperatingState,
    mode: NetworkMode,
    setFlows: ReadonlyMap<string, number>,
  ): void {
    const { compiler } = this;
    for (const l of compiler.varying(mode))
      solver.setLaw(l, compiler.law(compiler.graph.links[l]!, state, mode, setFlows));
    compiler.nodes(state, mode).forEach((node, i) => {
      solver.setDraw(i, node.draw);
      if (node.fixed !== undefined) solver.setHeld(i, node.fixed);
    });
  }

  private commandAt(id: string, state: OperatingState): number | undefined {
    const part = this.doc.plumbing.elements[id];
    return part?.kind === 'pump' ? commandOf(part, state) : undefined;
  }

  private loadsOn(state: OperatingState): ReadonlyMap<string, (volts: number) => number> {
    const on = new Map<string, (volts: number) => number>();
    for (const [id, load] of Object.entries(this.doc.wiring.loads ?? {}))
      if (loadRuns(this.doc, id, load, state)) on.set(id, loadCurrent(load));
    return on;
  }

  /**
   * Flow the feed side can deliver at the required rail pressure with every bypass shut. One rail is held at that
   * pressure; several are drawn from alike, as much as leaves the lowest of them at it.
   * Null when a solve does not settle.
   */
  available(state: OperatingState): Available | null {
    const { railIds } = this.compiler;
    if (railIds.length < 2) {
      const { solution } = this.solve(state, 'available');
      return solution && { flow: Math.max(0, this.intoRails(solution)), solution };
    }
    const required = requiredRail(this.doc, state);
    let last: CoupledSolution | null = null;
    const inHand = (draw: number): number => {
      last = this.solve({ ...state, draw }, 'available').solution;
      return last ? this.lowestRail(last) - required : NaN;
    };
    const guess = Math.max(this.delivered ?? state.draw * 1.5, LEAST_GUESS);
    const flow = secant(inHand, guess, FLOW_TOLERANCE) ?? bracketed(inHand, guess);
    if (Number.isNaN(flow)) return null;
    this.delivered = flow;
    inHand(flow);
    return last && { flow, solution: last };
  }

  private lowestRail(solution: CoupledSolution): number {
    return Math.min(...this.compiler.railIds.map((id) => solution.network.pressures.get(id) ?? NaN));
  }

  private intoRails(solution: CoupledSolution): number {
    const rails = this.compiler.railIds;
    return rails.reduce((sum, id) => sum + inflow(this.compiler.graph.links, solution.network, id), 0);
  }

  private supplyOf(state: OperatingState): { readonly volts: number; readonly ohms: number } {
    return { volts: state.supplyVolts, ohms: this.doc.brief.electrical.sourceOhms };
  }

  /** Every pump at the rise it works against, every circuit piece by piece. */
  private electric(
    state: OperatingState,
    network: NetworkSolution,
  ): { readonly pumps: Map<string, PumpOperating>; readonly loads: Map<string, CircuitSolution> } {
    const circuits = this.power.report(this.supplyOf(state));
    const pumps = new Map<string, PumpOperating>();
    const loads = new Map(circuits);
    for (const [id, law] of this.compiler.pumpLaws) {
      loads.delete(id);
      const link = network.links.get(id);
      const part = this.doc.plumbing.elements[id];
      if (!link || part?.kind !== 'pump') continue;
      const rise = link.pDown - link.pUp;
      if (!this.compiler.pumpRuns(id, state)) {
        pumps.set(id, { ...AT_REST, flow: link.flow, continued: link.flow, rise });
        continue;
      }
      const command = commandOf(part, state);
      const circuit = circuits.get(id);
      const volts = circuit?.loadVolts ?? state.supplyVolts;
      pumps.set(id, {
        ...law(rise, volts, command),
        volts,
        rise,
        ...(circuit ? { circuit } : {}),
        ...(command === undefined ? {} : { command }),
      });
    }
    return { pumps, loads };
  }

  /**
   * Bypass flow through each regulator while its pressure is adjusted: pumps on battery, engine off, reference
   * plugged, so all that reaches it at its set pressure goes through. Pumps that only run on a trigger are forced when
   * nothing else feeds the regulator.
   */
  adjustFlows(): ReadonlyMap<string, number> {
    if (this.adjusted) return this.adjusted;
    const bench: OperatingState = {
      id: 'adjust',
      kind: 'prime',
      label: 'Adjusting',
      rpm: 0,
      manifold: gauge(0),
      draw: 0,
      powerW: 0,
      supplyVolts: this.doc.brief.electrical.batteryV,
      pumpsOn: true,
    };
    const { graph } = this.compiler;
    const flows = (forced: boolean): Map<string, number> => {
      const solved = this.solve({ ...bench, forced }, 'capacity').solution;
      return new Map(
        [...graph.bypassInlets].map(([id, node]) => {
          const others = graph.links.filter((l) => !graph.bypassInlets.has(l.id));
          return [id, solved ? Math.max(0, inflow(others, solved.network, node)) : 0];
        }),
      );
    };
    const idle = flows(false);
    const dry = [...idle.values()].some((q) => q < DRY_FLOW);
    const forced = dry ? flows(true) : idle;
    this.adjusted = new Map([...idle].map(([id, q]) => [id, q < DRY_FLOW ? (forced.get(id) ?? 0) : q]));
    return this.adjusted;
  }
}

/** Secant steps on what is all but a straight line; undefined where they stray. */
function secant(f: (x: number) => number, guess: number, tolerance: number): number | undefined {
  let x0 = guess;
  let f0 = f(x0);
  let x1 = f0 > 0 ? x0 * 1.02 : x0 * 0.98;
  for (let k = 0; k < 10; k++) {
    const f1 = f(x1);
    const next = x1 - (f1 * (x1 - x0)) / (f1 - f0);
    if (!Number.isFinite(next) || next <= 0 || next > 10 * guess) return undefined;
    if (Math.abs(next - x1) < tolerance) return next;
    [x0, f0, x1] = [x1, f1, next];
  }
  return undefined;
}

/** The slow way: a bracket grown from the guess, which must be above 0. NaN where a solve does not settle, 0 where even no draw is too much. */
function bracketed(f: (x: number) => number, guess: number): number {
  let high = guess;
  while (high < MOST_DELIVERED && f(high) > 0) high *= 1.6;
  const root = findRoot(f, 0, high, FLOW_TOLERANCE);
  return root.converged ? root.x : Number.isNaN(f(0)) ? NaN : 0;
}

const NO_FLOWS: ReadonlyMap<string, number> = new Map();
/** Below this a regulator counts as not fed at all: 1 L/h in m³/s. */
const DRY_FLOW = 1e-3 / 3600;
const AT_REST = { flowSlope: 0, current: 0, speed: 0, scaled: false, beyondCurve: false, volts: 0 } as const;

/** Net flow of some links into a node, m³/s. */
function inflow(
  links: readonly { readonly id: string; readonly from: string; readonly to: string }[],
  network: NetworkSolution,
  node: string,
): number {
  let sum = 0;
  for (const { id, from, to } of links) {
    if (from !== node && to !== node) continue;
    const flow = network.links.get(id)?.flow ?? 0;
    sum += to === node ? flow : -flow;
  }
  return sum;
}

/** Sum of all pumps, m³/s. */
export const pumpFlow = (solution: CoupledSolution): number =>
  [...solution.pumps.keys()].reduce((sum, id) => sum + (solution.network.links.get(id)?.flow ?? 0), 0);
