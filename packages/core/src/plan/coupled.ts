import type { JobDocument } from '../design/job-document.ts';
import type { SolveReport } from '../outcome/solve-report.ts';
import type { PumpPoint } from '../parts/pump/pump-model.ts';
import { NetworkSolver, type NetworkSolution } from '../plumbing/solve.ts';
import type { CircuitSolution } from '../wiring/circuit.ts';
import { circuitFor, solvePumpCircuit } from './circuits.ts';
import { PlumbingCompiler, pumpRuns, type LossTuning, type NetworkMode } from './compile.ts';
import { fuelOf, type OperatingState } from './states.ts';

export interface PumpOperating extends PumpPoint {
  readonly volts: number;
  /** Pressure rise, Pa. */
  readonly rise: number;
  readonly circuit?: CircuitSolution;
}

export interface CoupledSolution {
  readonly network: NetworkSolution;
  readonly pumps: ReadonlyMap<string, PumpOperating>;
}

export interface CoupledSolve extends SolveReport {
  readonly solution: CoupledSolution | null;
  readonly worstNode: string;
}

const MAX_TURNS = 30;
const VOLT_TOLERANCE = 1e-4;

/** `ideal` feeds the pumps straight from the supply: what flow the wiring costs is the difference. */
export type WiringMode = 'as-drawn' | 'ideal';

/**
 * Plumbing and wiring of one design solved together. Keeps its networks between operating states, so a sweep of a
 * pull starts each point from the one before.
 */
export class CoupledSolver {
  readonly compiler: PlumbingCompiler;
  private readonly solvers = new Map<NetworkMode, NetworkSolver>();
  private readonly volts = new Map<string, number>();
  private adjusted: number | undefined;

  constructor(
    readonly doc: JobDocument,
    private readonly wiring: WiringMode = 'as-drawn',
    tuning?: LossTuning,
  ) {
    this.compiler = new PlumbingCompiler(doc, fuelOf(doc), tuning);
  }

  /**
   * Joint steady state: hydraulics at the volts the pumps get, volts at the pressure they work against, in turn.
   * Stops when no pump's volts moved by more than 0.1 mV between turns (flow then moves by less than 1e-6 of itself,
   * since a pump's flow changes by about its own share per share of volts).
   */
  solve(state: OperatingState, mode: NetworkMode = 'running'): CoupledSolve {
    const setFlow = mode === 'running' ? this.adjustFlow() : 0;
    for (const id of this.compiler.pumpLaws.keys()) {
      if (!this.volts.has(id)) this.volts.set(id, state.supplyVolts - 0.5);
    }
    let iterations = 0;
    for (let turn = 1; turn <= MAX_TURNS; turn++) {
      const network = this.compiler.network(state, mode, this.volts, setFlow);
      const solver = this.solvers.get(mode) ?? new NetworkSolver(network);
      this.solvers.set(mode, solver);
      const hydraulic = solver.solve(network);
      iterations += hydraulic.iterations;
      if (!hydraulic.solution) return { ...hydraulic, iterations, solution: null };
      const pumps = this.pumps(state, hydraulic.solution);
      let moved = 0;
      for (const [id, pump] of pumps) {
        moved = Math.max(moved, Math.abs(pump.volts - (this.volts.get(id) ?? 0)));
        this.volts.set(id, pump.volts);
      }
      if (moved < VOLT_TOLERANCE || !state.pumpsOn) {
        return { ...hydraulic, iterations, solution: { network: hydraulic.solution, pumps } };
      }
    }
    return {
      converged: false,
      reason: `volts and flow did not settle together in ${MAX_TURNS} turns`,
      iterations,
      residual: Infinity,
      warnings: [],
      worstNode: [...this.volts.keys()][0] ?? '',
      solution: null,
    };
  }

  private pumps(state: OperatingState, network: NetworkSolution): Map<string, PumpOperating> {
    const out = new Map<string, PumpOperating>();
    for (const [id, law] of this.compiler.pumpLaws) {
      const link = network.links.get(id);
      if (!link) continue;
      const rise = link.pDown - link.pUp;
      const part = this.doc.plumbing.elements[id];
      if (part?.kind !== 'pump' || !pumpRuns(part, state)) {
        out.set(id, {
          flow: link.flow,
          continued: link.flow,
          flowSlope: 0,
          current: 0,
          speed: 0,
          scaled: false,
          beyondCurve: false,
          volts: 0,
          rise,
        });
        continue;
      }
      const entry = this.wiring === 'as-drawn' ? circuitFor(this.doc, id)?.[1] : undefined;
      if (!entry) {
        out.set(id, { ...law(rise, state.supplyVolts), volts: state.supplyVolts, rise });
        continue;
      }
      const circuit = solvePumpCircuit(this.doc, entry, state.supplyVolts, (v) => law(rise, v).current);
      out.set(id, { ...law(rise, circuit.loadVolts), volts: circuit.loadVolts, rise, circuit });
    }
    return out;
  }

  /**
   * Bypass flow while the base pressure is adjusted: pump forced on battery, engine off, reference plugged,
   * so all it delivers at base pressure goes through the regulator.
   */
  private adjustFlow(): number {
    if (this.adjusted !== undefined) return this.adjusted;
    const { brief } = this.doc;
    const bench = {
      id: 'adjust',
      kind: 'prime',
      label: 'Adjusting',
      rpm: 0,
      manifold: 0 as OperatingState['manifold'],
      draw: 0,
      powerW: 0,
      supplyVolts: brief.electrical.batteryV,
      pumpsOn: true,
    } as const;
    const solved = this.solve(bench, 'available');
    this.adjusted = solved.solution ? pumpFlow(solved.solution) : 0;
    return this.adjusted;
  }
}

/** Sum of all pumps, m³/s. */
export const pumpFlow = (solution: CoupledSolution): number =>
  [...solution.pumps.keys()].reduce((sum, id) => sum + (solution.network.links.get(id)?.flow ?? 0), 0);
