import type { JobDocument } from '../document/job-document.ts';
import { feedingPumps, hasFactorySupply } from '../document/feeding-pumps.ts';
import type { SolveReport } from '../outcome/solve-report.ts';
import type { PumpPoint } from '../kinds/plumbing/pump/pump-model.ts';
import type { NetworkSolution, NetworkSolve } from './network/network-result.ts';
import { NetworkSolver } from './network/network-solver.ts';
import type { CircuitSolution } from './electric/circuit-elements.ts';
import type { PowerNetwork, PowerSnapshot } from './electric/power-network.ts';
import { PumpSupply, type SuppliedPump } from './electric/pump-supply.ts';
import type { PumpDriver } from '../kinds/plumbing/pump/shape.ts';
import { stoppedConductance } from '../kinds/plumbing/pump/law.ts';
import { loadCurrent, loadRuns, powerNetwork } from './electric/circuits.ts';
import { findRoot } from '../numerics/root.ts';
import { gauge } from '../quantities/pressure.ts';
import { injectorLink, sameTopology } from './graph.ts';
import { PlumbingModel, NO_RAILS, type NetworkMode, type ShortRails } from './model.ts';
import { AS_PLANNED, type Parameters } from './parameters.ts';
import { FuelTemperatures } from './observe/temperatures.ts';
import type { OperatingState } from './states.ts';

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

interface Electric {
  readonly pumps: ReadonlyMap<string, PumpOperating>;
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

/** A controller drives a pump no slower than this, and its duty is found to this. */
const LEAST_DUTY = 0.2;
const DUTY_STEP = 1e-4;
/** Rails short of pressure are found in so many turns at most: one runs short as another does. */
const MOST_ROUNDS = 5;
/** Injectors wide open that pass this much more than wanted are not short, as a share. */
const JUST_ENOUGH = 1e-6;
/** A rail only reached by the trace the solver lets through shut valves would stand far below this, Pa. */
export const CUT_OFF = -50e6;
/** An inlet this little under its vapor pressure is left there, Pa. */
const BOILS_NEAR = 1;
/** Pumps that boil at once: more are left as they are. */
const MOST_BOILING = 6;
/** A pump that moves less than its curve says by this share is held back at its inlet. */
const HELD_BACK = 1e-4;

/** What the feed side can deliver to the rails at the required pressure, and how it stands then. */
export interface Available {
  /** m³/s. */
  readonly flow: number;
  readonly solution: CoupledSolution;
}

/**
 * Plumbing and wiring of one plan solved together, under some parameters. Keeps its networks between operating states, so a
 * sweep of a pull starts each point from the one before; a plan that differs from another only in figures takes its
 * networks over.
 */
export class Engine {
  readonly model: PlumbingModel;
  /** Rails that are short in the state that is being solved. */
  private short: ShortRails = NO_RAILS;
  /** Pumps the engine's controller drives, and the share of volts it gives them in the state that is being solved. */
  private readonly driven: ReadonlyMap<string, PumpDriver>;
  private duty = 1;
  private warmth: FuelTemperatures | undefined;
  private readonly grids: Map<NetworkMode, NetworkSolver>;
  private readonly power: PowerNetwork;
  private readonly supply: PumpSupply;
  private readonly pumps: readonly SuppliedPump[];
  private adjusted: ReadonlyMap<string, number> | undefined;
  /** The last available flow of several rails: where the next search starts. */
  private delivered: number | undefined;

  /**
   * @param doc job document
   * @param parameters what is varied
   * @param like another engine, of a plan that may differ in figures only: what fits of it is used
   */
  constructor(
    readonly doc: JobDocument,
    readonly parameters: Parameters = AS_PLANNED,
    like?: Engine,
  ) {
    const alike = like && sameTopology(like.doc, doc) ? like : undefined;
    this.model = new PlumbingModel(doc, parameters, alike?.model);
    const { pumpLaws, graph } = this.model;
    const linked = new Set(graph.links.map((l) => l.id));
    this.pumps = [...pumpLaws].flatMap(([id, law]) => {
      const part = doc.plumbing.elements[id];
      // A pump that stands in no path is no link.
      if (part?.kind !== 'pump' || !linked.has(id)) return [];
      return [
        {
          id,
          law,
          leak: stoppedConductance(part.outletCheck),
          relief: part.driver?.reliefPa ?? Infinity,
        },
      ];
    });
    this.driven = new Map(
      this.pumps.flatMap(({ id }) => {
        const e = doc.plumbing.elements[id];
        return e?.kind === 'pump' && e.driver ? [[id, e.driver] as const] : [];
      }),
    );
    this.grids = alike?.grids ?? new Map<NetworkMode, NetworkSolver>();
    const sameWiring =
      alike &&
      alike.doc.wiring === doc.wiring &&
      alike.doc.brief === doc.brief &&
      alike.parameters.wiring === parameters.wiring &&
      alike.parameters.jointOhms === parameters.jointOhms;
    const wired = [...this.pumps.map((p) => p.id), ...Object.keys(doc.wiring.loads ?? {})];
    this.power = sameWiring
      ? alike.power
      : powerNetwork(doc, parameters.wiring === 'as-drawn' ? wired : [], parameters.jointOhms);
    this.supply = new PumpSupply(this.pumps, this.power);
  }

  get temperatures(): FuelTemperatures {
    const { fuel, graph } = this.model;
    return (this.warmth ??= new FuelTemperatures(this.doc, fuel, graph));
  }

  /**
   * Joint steady state: pressures and flows of the plumbing, volts and currents of the wiring, in one Newton iteration (see
   * NetworkSolver and PumpSupply).
   */
  solve(state: OperatingState, mode: NetworkMode = 'running'): CoupledSolve {
    const hydraulic = this.driven.size > 0 ? this.drive(state, mode) : this.physical(state, mode);
    const { solution } = hydraulic;
    if (!solution) return { ...hydraulic, solution: null };
    const power = this.power.snapshot();
    const { duty } = this;
    return {
      ...hydraulic,
      solution: new CoupledSolution(solution, this.deliveredBy(state, solution), () =>
        this.electric(state, solution, power, duty),
      ),
    };
  }

  /** Something feeds the rails in a state: a pump that runs, or the car's own supply. */
  fed(state: OperatingState): boolean {
    return hasFactorySupply(this.doc) || feedingPumps(this.doc).some((id) => this.model.pumpRuns(id, state));
  }

  /** What the engine gets in a solution, m³/s. */
  private deliveredBy(state: OperatingState, network: NetworkSolution): number {
    const { railIds } = this.model;
    return railIds.reduce((sum, id) => {
      const passed = network.links.get(injectorLink(id))?.flow ?? 0;
      return sum + (this.short.has(id) ? passed : Math.max(0, state.draw) / railIds.length);
    }, 0);
  }

  /** Rails that stand too low for their injectors to pass what is taken out of them; one cut off altogether stays as it is. */
  private shortRails(state: OperatingState, { solution, ending }: NetworkSolve): ShortRails {
    const { railIds } = this.model;
    if (state.draw <= 0) return NO_RAILS;
    if (!solution) return ending.how === 'adrift' ? NO_RAILS : new Set(railIds);
    const pressures = railIds.map((id) => solution.pressures.get(id) ?? 0);
    if (pressures.some((p) => p < CUT_OFF)) return NO_RAILS;
    const needed = (state.draw / this.model.perRootPa(state)) ** 2;
    const behind = this.model.demand.floor === null ? state.manifold : 0;
    const wanted = (1 + JUST_ENOUGH) * (state.draw / railIds.length);
    return new Set(
      railIds.filter((id, i) =>
        this.short.has(id)
          ? (solution.links.get(injectorLink(id))?.flow ?? 0) < wanted
          : pressures[i]! - behind < needed,
      ),
    );
  }

  /** The network at a state within what fuel can do: no injector passes more than its pressure drives, no inlet boils. */
  private physical(state: OperatingState, mode: NetworkMode): NetworkSolve {
    this.short = NO_RAILS;
    this.supply.letGo();
    let now = this.settle(state, mode);
    if (mode === 'capacity') return now;
    for (let round = 0; round < MOST_ROUNDS; round++) {
      const short = mode === 'running' ? this.shortRails(state, now) : NO_RAILS;
      const same = short.size === this.short.size && [...short].every((id) => this.short.has(id));
      if (same && round > 0) break;
      if (!same) {
        this.short = short;
        this.supply.letGo();
        now = this.settle(state, mode);
      }
      now = this.keepLiquid(state, mode, now);
    }
    return now;
  }

  private settle(state: OperatingState, mode: NetworkMode): NetworkSolve {
    const hydraulic = this.gridAt(state, mode).solve();
    if (hydraulic.solution || hydraulic.ending.how === 'adrift') return hydraulic;
    // The answer before was a bad place to start from: once more from none.
    this.restart();
    return this.gridAt(state, mode).solve();
  }

  /**
   * No liquid stands below its vapor pressure: a pump whose inlet would is held back to the flow at which the inlet just boils,
   * found on the whole network; of several one after the other.
   */
  private keepLiquid(state: OperatingState, mode: NetworkMode, first: NetworkSolve): NetworkSolve {
    const boils = this.model.fuel.vapourPressure - this.doc.brief.barometricPa;
    let now = first;
    for (let round = 0; round < MOST_BOILING; round++) {
      const i = this.pumps.findIndex(
        ({ id }) =>
          this.model.pumpRuns(id, state) && (now.solution?.links.get(id)?.pUp ?? boils) < boils - BOILS_NEAR,
      );
      const pump = this.pumps[i];
      const flow = pump && now.solution?.links.get(pump.id)?.flow;
      if (!pump || flow === undefined || flow <= 0) return now;
      const free = now;
      const over = (most: number): number => {
        this.supply.holdBack(i, most);
        now = this.settle(state, mode);
        // One that does not settle is taken as too much: the search goes on below it.
        return now.solution ? now.solution.links.get(pump.id)!.pUp - boils : -1;
      };
      const root = findRoot(over, 0, flow, FLOW_TOLERANCE);
      over(root.converged ? root.x : 0);
      // Nothing settles with it held back: what was found without says more.
      if (!now.solution) return free;
    }
    return now;
  }

  private commandOf(id: string, state: OperatingState, duty: number): number | undefined {
    return this.driven.has(id) ? (state.forced ? 1 : duty) : this.model.commandOf(id, state);
  }

  /**
   * Driven pumps: the controller lowers their duty until the rail stands at what it holds, within what its driver can give.
   * Where even that is too little, they run at the driver's limit.
   */
  private drive(state: OperatingState, mode: NetworkMode): NetworkSolve {
    const drivers = [...this.driven.values()];
    const most = state.forced ? 1 : Math.min(...drivers.map((d) => d.mostDuty));
    const at = (duty: number): NetworkSolve => {
      this.duty = duty;
      return this.physical(state, mode);
    };
    let now = at(most);
    if (state.forced || !now.solution) return now;
    const tooMuch = (solve: NetworkSolve): number => {
      if (!solve.solution) return 1;
      const { pumps } = this.electric(state, solve.solution, this.power.snapshot(), this.duty);
      return Math.max(...[...this.driven].map(([id, d]) => (pumps.get(id)?.current ?? 0) - d.mostA));
    };
    let limit = most;
    if (tooMuch(now) > 0) {
      limit = findRoot((duty) => tooMuch(at(duty)), LEAST_DUTY, most, DUTY_STEP).x;
      now = at(limit);
    }
    if (mode !== 'running' || !now.solution) return now;
    const wanted = this.model.demand.at(state);
    const over = (solve: NetworkSolve): number =>
      solve.solution ? this.lowestOf(solve.solution) - wanted : -wanted;
    if (over(now) <= 0) return now;
    const { x, converged } = findRoot((duty) => over(at(duty)), LEAST_DUTY, limit, DUTY_STEP);
    return at(converged ? x : LEAST_DUTY);
  }

  private lowestOf(network: NetworkSolution): number {
    return Math.min(...this.model.railIds.map((id) => network.pressures.get(id) ?? NaN));
  }

  /** Forgets the last answers: what is solved next does not depend on what was solved before. */
  restart(): void {
    for (const solver of this.grids.values()) solver.restart();
    this.power.restart();
    this.delivered = undefined;
  }

  /** The network of a mode with the numbers of a state of this plan in it. */
  private gridAt(state: OperatingState, mode: NetworkMode): NetworkSolver {
    const { model } = this;
    const setFlows = mode === 'running' ? this.adjustFlows() : NO_FLOWS;
    const known = this.grids.get(mode);
    const solver = known ?? new NetworkSolver(model.network(state, mode, setFlows), this.supply);
    if (known) {
      known.drive(this.supply, model.fuel.density);
      for (let l = 0; l < model.graph.links.length; l++)
        known.setLaw(l, model.lawAt(l, state, mode, setFlows, this.short));
      model.nodes(state, mode, this.short).forEach((node, i) => {
        known.setDraw(i, node.draw);
        if (node.fixed !== undefined) known.setHeld(i, node.fixed);
      });
    } else this.grids.set(mode, solver);
    this.supply.run({
      supply: this.supplyOf(state),
      runs: this.pumps.map((p) => model.pumpRuns(p.id, state)),
      commands: this.pumps.map((p) => this.commandOf(p.id, state, this.duty)),
      loads: this.loadsOn(state),
    });
    return solver;
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
    const { railIds } = this.model;
    if (railIds.length < 2) {
      const { solution } = this.solve(state, 'available');
      return solution && { flow: Math.max(0, this.intoRails(solution)), solution };
    }
    const required = this.model.demand.least(state);
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
    return this.lowestOf(solution.network);
  }

  private intoRails(solution: CoupledSolution): number {
    const rails = this.model.railIds;
    return rails.reduce((sum, id) => sum + inflow(this.model.graph.links, solution.network, id), 0);
  }

  private supplyOf(state: OperatingState): { readonly volts: number; readonly ohms: number } {
    return { volts: state.supplyVolts, ohms: this.doc.brief.electrical.sourceOhms };
  }

  /** Every pump at the rise it works against, every circuit piece by piece. */
  private electric(
    state: OperatingState,
    network: NetworkSolution,
    power: PowerSnapshot,
    duty: number,
  ): Electric {
    const circuits = this.power.report(this.supplyOf(state), power);
    const pumps = new Map<string, PumpOperating>();
    const loads = new Map(circuits);
    for (const [id, law] of this.model.pumpLaws) {
      loads.delete(id);
      const link = network.links.get(id);
      if (!link) continue;
      const rise = link.pDown - link.pUp;
      if (!this.model.pumpRuns(id, state)) {
        pumps.set(id, { ...AT_REST, flow: link.flow, continued: link.flow, rise });
        continue;
      }
      const command = this.commandOf(id, state, duty);
      const circuit = circuits.get(id);
      const volts = circuit?.loadVolts ?? state.supplyVolts;
      const point = law(rise, volts, command);
      const held = point.flow - link.flow > HELD_BACK * point.flow;
      pumps.set(id, {
        ...point,
        volts,
        rise,
        ...(circuit ? { circuit } : {}),
        ...(command === undefined ? {} : { command }),
        ...(held ? { flow: link.flow, cavitates: true } : {}),
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
      rpm: 0,
      manifold: gauge(0),
      draw: 0,
      powerW: 0,
      supplyVolts: this.doc.brief.electrical.batteryV,
      pumpsOn: true,
    };
    const { graph } = this.model;
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
