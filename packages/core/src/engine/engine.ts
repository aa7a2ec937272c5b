import type { CircuitSolution } from './electric/circuit-elements.ts';
import { readerFed, SENSOR_VOLTS } from '../document/reader-fed.ts';
import type { JobDocument } from '../document/job-document.ts';
import { feedingPumps, hasFactorySupply } from '../document/feeding-pumps.ts';
import {
  CoupledSolution,
  type Available,
  type CoupledSolve,
  type Electric,
  type PumpOperating,
} from './coupled-solution.ts';
import type { NetworkSolution, NetworkSolve } from './network/network-result.ts';
import { NetworkSolver } from './network/network-solver.ts';
import type { PowerNetwork, PowerSnapshot } from './electric/power-network.ts';
import { PumpSupply, type SuppliedPump } from './electric/pump-supply.ts';
import type { PumpDriver } from '../kinds/plumbing/pump/shape.ts';
import { stoppedConductance } from '../kinds/plumbing/pump/law.ts';
import { loadCurrent, loadRuns, powerNetwork } from './electric/circuits.ts';
import { LPH } from '../quantities/constants.ts';
import { gauge } from '../quantities/pressure.ts';
import { sameTopology } from './graph.ts';
import { drive } from './limits/driven-duty.ts';
import { keepLiquid, type HeldBack } from './limits/keep-liquid.ts';
import { deliveredBy, shortRails } from './limits/short-rails.ts';
import { searchFlow } from './search-flow.ts';
import { PlumbingModel, NO_RAILS, type NetworkMode, type ShortRails } from './model.ts';
import { AS_PLANNED, type Parameters } from './parameters.ts';
import { FuelTemperatures } from './observe/temperatures.ts';
import type { OperatingState } from './states.ts';

/** A search for available flow starts no lower, m³/s: a bracket cannot grow from nothing. 36 L/h. */
const LEAST_GUESS = 1e-5;
/** Rails short of pressure are found in so many turns at most: one runs short as another does. */
const MOST_ROUNDS = 5;
/** A pump that moves less than its curve says by this share is held back at its inlet. */
const HELD_BACK = 1e-4;

/** Regulated in the device that reads: its own resistance does not show. */
const SENSOR_SUPPLY = { volts: SENSOR_VOLTS, ohms: 0 };

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
  /** Sensors on the 5 V of the devices that read them; undefined: there are none. */
  private readonly sensors: PowerNetwork | undefined;
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
    const loads = Object.keys(doc.wiring.loads ?? {});
    // A sensor that its reader feeds draws nothing from the battery's own network.
    const drawn = parameters.wiring === 'as-drawn';
    const wired = drawn ? [...this.pumps.map((p) => p.id), ...loads.filter((id) => !readerFed(doc, id))] : [];
    const onFiveVolts = drawn ? loads.filter((id) => readerFed(doc, id) === '5V') : [];
    this.sensors = sameWiring
      ? alike.sensors
      : onFiveVolts.length > 0
        ? powerNetwork(doc, onFiveVolts, parameters.jointOhms)
        : undefined;
    this.power = sameWiring ? alike.power : powerNetwork(doc, wired, parameters.jointOhms);
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
    // Solved on its own before this state's limits are kept in mind.
    if (mode === 'running') this.adjustFlows();
    const hydraulic = this.driven.size > 0 ? this.drive(state, mode) : this.physical(state, mode);
    const { solution } = hydraulic;
    if (!solution) return { ...hydraulic, solution: null };
    const power = this.power.snapshot();
    const { duty } = this;
    return {
      ...hydraulic,
      solution: new CoupledSolution(solution, deliveredBy(this.model, state, solution, this.short), () =>
        this.electric(state, solution, power, duty),
      ),
    };
  }

  /** Something feeds the rails in a state: a pump that runs, or the car's own supply. */
  fed(state: OperatingState): boolean {
    return hasFactorySupply(this.doc) || feedingPumps(this.doc).some((id) => this.model.pumpRuns(id, state));
  }

  /** The network at a state within what fuel can do: no injector passes more than its pressure drives, no inlet boils. */
  private physical(state: OperatingState, mode: NetworkMode): NetworkSolve {
    this.short = NO_RAILS;
    this.supply.letGo();
    let now = this.settle(state, mode);
    if (mode === 'capacity') return now;
    const held: HeldBack = {
      pumps: this.pumps.flatMap(({ id }, at) => (this.model.pumpRuns(id, state) ? [{ at, id }] : [])),
      boilsAt: this.model.fuel.vapourPressure - this.doc.brief.barometricPa,
      holdBack: (at, most) => this.supply.holdBack(at, most),
      settle: () => this.settle(state, mode),
    };
    for (let round = 0; round < MOST_ROUNDS; round++) {
      const short = mode === 'running' ? shortRails(this.model, state, now, this.short) : NO_RAILS;
      const same = short.size === this.short.size && [...short].every((id) => this.short.has(id));
      if (same && round > 0) break;
      if (!same) {
        this.short = short;
        this.supply.letGo();
        now = this.settle(state, mode);
      }
      now = keepLiquid(now, held);
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

  private commandOf(id: string, state: OperatingState, duty: number): number | undefined {
    return this.driven.has(id) ? duty : this.model.commandOf(id, state);
  }

  /** Pumps the engine's controller drives, at the duty it gives them: forced by its own output test it still holds its pressure. */
  private drive(state: OperatingState, mode: NetworkMode): NetworkSolve {
    const at = (duty: number): NetworkSolve => {
      this.duty = duty;
      return this.physical(state, mode);
    };
    const drivers = [...this.driven];
    const wanted = this.model.demand.at(state);
    return drive({
      most: Math.min(...drivers.map(([, d]) => d.mostDuty)),
      at,
      tooManyAmps: ({ solution }) => {
        if (!solution) return 1;
        const { pumps } = this.electric(state, solution, this.power.snapshot(), this.duty);
        return Math.max(...drivers.map(([id, d]) => (pumps.get(id)?.current ?? 0) - d.mostA));
      },
      overSet:
        mode === 'running'
          ? ({ solution }) => (solution ? this.model.lowestRail(solution) - wanted : -wanted)
          : null,
    });
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
    const solver = known ?? new NetworkSolver(model.network(state, mode, setFlows, this.short), this.supply);
    if (known) {
      known.drive(this.supply, { density: model.fuel.density, branches: model.branches });
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
      return last ? this.model.lowestRail(last.network) - required : NaN;
    };
    const guess = Math.max(this.delivered ?? state.draw * 1.5, LEAST_GUESS);
    const flow = searchFlow(inHand, guess);
    if (Number.isNaN(flow)) return null;
    this.delivered = flow;
    inHand(flow);
    return last && { flow, solution: last };
  }

  private intoRails(solution: CoupledSolution): number {
    const rails = this.model.railIds;
    return rails.reduce((sum, id) => sum + inflow(this.model.graph.links, solution.network, id), 0);
  }

  private supplyOf(state: OperatingState): { readonly volts: number; readonly ohms: number } {
    return { volts: state.supplyVolts, ohms: this.doc.brief.electrical.sourceOhms };
  }

  private sensorCircuits(state: OperatingState): ReadonlyMap<string, CircuitSolution> {
    if (!this.sensors) return new Map();
    const on = this.loadsOn(state);
    return this.sensors.solve(SENSOR_SUPPLY, (id) => on.get(id) ?? null);
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
    const loads = new Map([...circuits, ...this.sensorCircuits(state)]);
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

const NO_FLOWS: ReadonlyMap<string, number> = new Map();
/** Below this a regulator counts as not fed at all: 1 L/h in m³/s. */
const DRY_FLOW = LPH;
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
