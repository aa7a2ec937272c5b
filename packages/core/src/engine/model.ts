import type { FuelProperties } from '../fuel/fuel.ts';
import { speedCommand } from '../demand/speed-map.ts';
import type { ElementOf, JobDocument, PlumbingElement, PumpTrigger } from '../document/job-document.ts';
import { ruleOf } from '../document/triggers.ts';
import { pumpFaults, type PumpFault } from '../kinds/plumbing/pump/pump-faults.ts';
import { pointOf, pumpLaw, pumpNumbers, type PumpLaw, type PumpNumbers } from '../kinds/plumbing/pump/pump-model.ts';
import { blockingRegulator } from '../kinds/plumbing/blocking-regulator/law.ts';
import { bypassRegulator, heldOpen, heldShut } from '../kinds/plumbing/bypass-regulator/law.ts';
import { checkValve } from '../kinds/plumbing/check-valve/law.ts';
import { factoryAtRest, factorySource } from '../kinds/junctions/factory/law.ts';
import { filterLoss } from '../flow/porous.ts';
import type { LinkLaw } from '../flow/link-law.ts';
import { fixedLoss, pipeRun, type PipeGeometry } from '../flow/pipe.ts';
import { stoppedPump } from '../kinds/plumbing/pump/law.ts';
import type { Network, NetworkLink, NetworkNode } from './network/network.ts';
import { gauge } from '../quantities/pressure.ts';
import { plumbingGraph, type GraphLink, type PlumbingGraph } from './graph.ts';
import { requiredRail, risingPressure, setPressure } from './required.ts';
import { runGeometry } from '../kinds/plumbing/run/geometry.ts';
import type { OperatingState } from './states.ts';
import { runsSteadily } from './steady-trigger.ts';

/**
 * What is asked of the plumbing:
 * - running: as it works;
 * - available: every bypass shut and the rail held at the required pressure: what the feed side can deliver.
 *   Several rails are not held but drawn from alike (see CoupledSolver.available);
 * - capacity: each bypass wide open with its inlet held at what it is set to: what the return side can carry.
 */
export type NetworkMode = 'running' | 'available' | 'capacity';

/** What its controller asks a pump for, 0–1; nothing where it has none. Forced for a test, it runs at full speed. */
export const commandOf = (pump: ElementOf<'pump'>, state: OperatingState): number | undefined =>
  pump.speed === undefined ? undefined : state.forced ? 1 : speedCommand(pump.speed, state.manifold);

/** Factors on what tables only know roughly. */
export interface LossTuning {
  readonly minorK: number;
  readonly roughness: number;
}

export interface UnusablePump {
  readonly id: string;
  readonly name: string;
  readonly fault: PumpFault;
}

/** Stands in for a pump whose figures no law can use: it moves nothing. */
const NO_PUMP: PumpLaw = Object.assign(() => pointOf({ ...pumpNumbers(), beyond: true }), {
  into: (out: PumpNumbers) => void Object.assign(out, { ...pumpNumbers(), beyond: true }),
});

const AS_TABLED: LossTuning = { minorK: 1, roughness: 1 };

/** An overflow's lip and a surge tank's free surface: as good as no loss at any flow a shop meets. */
const LIP = { cv: 50, droop: 1e7 } as const;
const SURFACE = { crackPa: 0, k: 1, bore: 0.05 } as const;

/** Turns the plumbing of a job into networks, one per operating state and question. */
export class PlumbingCompiler {
  readonly pumpLaws = new Map<string, PumpLaw>();
  /** The first pump whose figures no law can use: no state of the plan has an answer then. */
  readonly unusable: UnusablePump | undefined;
  readonly graph: PlumbingGraph;
  readonly railIds: readonly string[];
  private readonly varyingLinks = new Map<NetworkMode, readonly number[]>();
  private readonly rules = new Map<string, PumpTrigger>();
  private readonly regulatorAt = new Map<string, ElementOf<'bypass-regulator'>>();

  constructor(
    readonly doc: JobDocument,
    readonly fuel: FuelProperties,
    private readonly tuning: LossTuning = AS_TABLED,
  ) {
    const { junctions, elements } = doc.plumbing;
    this.graph = plumbingGraph(doc);
    this.railIds = Object.keys(junctions).filter((id) => junctions[id]!.kind === 'rail');
    for (const [id, e] of Object.entries(elements)) {
      if (e.kind !== 'pump') continue;
      const [fault] = pumpFaults(e);
      if (fault) this.unusable ??= { id, name: e.name, fault };
      this.pumpLaws.set(id, fault ? NO_PUMP : pumpLaw(e));
      this.rules.set(id, ruleOf(doc, id).rule);
    }
    for (const [id, node] of this.graph.bypassInlets) {
      const e = elements[id];
      if (e?.kind === 'bypass-regulator') this.regulatorAt.set(node, e);
    }
  }

  /** Whether its trigger rule has a pump run in a steady state. */
  pumpRuns(id: string, state: OperatingState): boolean {
    return state.running ? state.running.has(id) : runsSteadily(this.rules.get(id)!, state);
  }

  private tuned(pipe: PipeGeometry): PipeGeometry {
    return {
      ...pipe,
      minorK: pipe.minorK * this.tuning.minorK,
      roughness: pipe.roughness * this.tuning.roughness,
    };
  }

  /** Links whose law changes from state to state in a mode. */
  varying(mode: NetworkMode): readonly number[] {
    const known = this.varyingLinks.get(mode);
    if (known) return known;
    const list = this.graph.links.flatMap(({ does }, l) => {
      if (does.role === 'factory') return [l];
      if (does.role !== 'part' || mode !== 'running') return [];
      return ['bypass-regulator', 'blocking-regulator', 'rising-rate'].includes(does.part.kind) ? [l] : [];
    });
    this.varyingLinks.set(mode, list);
    return list;
  }

  /**
   * @param setFlows bypass flow at which each regulator's screw was adjusted, m³/s
   */
  network(state: OperatingState, mode: NetworkMode, setFlows: ReadonlyMap<string, number>): Network {
    const links = this.graph.links.map((link): NetworkLink => ({
      id: link.id,
      from: link.from,
      to: link.to,
      law: this.law(link, state, mode, setFlows),
    }));
    return { nodes: this.nodes(state, mode), links, density: this.fuel.density };
  }

  nodes(state: OperatingState, mode: NetworkMode): NetworkNode[] {
    const rails = this.railIds.length;
    return this.graph.nodes.map(({ id, elevation, held }): NetworkNode => {
      if (held) return { id, elevation, fixed: gauge(0), draw: 0 };
      const regulator = this.regulatorAt.get(id);
      if (mode === 'capacity' && regulator) {
        const set = setPressure(this.doc, regulator);
        const reference = regulator.referenced ? regulator.ratio * state.manifold : 0;
        return { id, elevation, fixed: gauge(set + reference), draw: 0 };
      }
      if (!this.railIds.includes(id)) return { id, elevation, draw: 0 };
      if (mode === 'available' && rails === 1)
        return { id, elevation, fixed: gauge(requiredRail(this.doc, state)), draw: 0 };
      return { id, elevation, draw: state.draw / rails };
    });
  }

  law(
    { id, does }: GraphLink,
    state: OperatingState,
    mode: NetworkMode,
    setFlows: ReadonlyMap<string, number>,
  ): LinkLaw {
    const { density } = this.fuel;
    switch (does.role) {
      case 'part':
        return this.partLaw(id, does.part, state, mode, setFlows);
      case 'factory': {
        const { setPa, shutOffPa, capacityM3s } = does.junction;
        if (!state.pumpsOn) return factoryAtRest(gauge(setPa));
        return factorySource({
          setPa: gauge(setPa),
          shutOffPa: gauge(shutOffPa),
          capacity: capacityM3s,
          regulated: mode !== 'available',
        });
      }
      case 'surge-falls':
        return checkValve(SURFACE, density);
      case 'overflow':
        return bypassRegulator(
          { setPa: gauge(0), referencePa: gauge(0), ratio: 0, droop: LIP.droop, setFlow: 0, cv: LIP.cv },
          density,
        );
    }
  }

  private partLaw(
    id: string,
    e: PlumbingElement,
    state: OperatingState,
    mode: NetworkMode,
    setFlows: ReadonlyMap<string, number>,
  ): LinkLaw {
    const { fuel } = this;
    switch (e.kind) {
      case 'run':
        return pipeRun(this.tuned(runGeometry(e)), fuel);
      case 'strainer':
      case 'filter':
        return filterLoss({ lossAt400: e.lossAt400Pa, clogged: e.clogged }, fuel);
      case 'check-valve':
        return checkValve({ crackPa: e.crackPa, k: e.k, bore: e.boreM }, fuel.density);
      case 'pump':
        // Runs by its volts, which the supply of all pumps knows (see PumpSupply): here only what it is when it stands.
        return stoppedPump(e.outletCheck);
      case 'jet':
      case 'component':
        return fixedLoss({ k: e.k, bore: e.boreM, density: fuel.density });
      case 'blocking-regulator':
        if (mode !== 'running') return heldOpen(e.cv, fuel.density);
        return blockingRegulator(
          {
            setPa: gauge(setPressure(this.doc, e)),
            referencePa: e.referenced ? state.manifold : gauge(0),
            ratio: e.ratio,
            droop: e.droop,
            cv: e.cv,
          },
          fuel.density,
        );
      case 'bypass-regulator':
        if (mode === 'available') return heldShut;
        if (mode === 'capacity') return heldOpen(e.cv, fuel.density);
        return bypassRegulator(
          {
            setPa: gauge(setPressure(this.doc, e)),
            referencePa: e.referenced ? state.manifold : gauge(0),
            ratio: e.ratio,
            droop: e.droop,
            setFlow: e.setFlowM3s ?? setFlows.get(id) ?? 0,
            cv: e.cv,
          },
          fuel.density,
        );
      case 'rising-rate':
        if (mode !== 'running') return heldOpen(e.cv, fuel.density);
        return bypassRegulator(
          {
            setPa: gauge(risingPressure(e, state)),
            referencePa: gauge(0),
            ratio: 0,
            droop: e.droop,
            setFlow: 0,
            cv: e.cv,
          },
          fuel.density,
        );
    }
  }
}
