import { speedCommand } from '../demand/speed-map.ts';
import type { ElementOf, JobDocument, PumpTrigger } from '../document/job-document.ts';
import { ruleOf } from '../document/triggers.ts';
import type { LinkLaw } from '../flow/link-law.ts';
import type { FuelProperties } from '../fuel/fuel.ts';
import type { LawSite, NetworkMode } from '../kinds/contract.ts';
import { junctionKind, plumbingKind } from '../kinds/index.ts';
import { bypassRegulator } from '../kinds/plumbing/bypass-regulator/law.ts';
import { pumpFaults, type PumpFault } from '../kinds/plumbing/pump/pump-faults.ts';
import {
  pointOf,
  pumpLaw,
  pumpNumbers,
  type PumpLaw,
  type PumpNumbers,
} from '../kinds/plumbing/pump/pump-model.ts';
import { gauge } from '../quantities/pressure.ts';
import { plumbingGraph, type GraphLink, type PlumbingGraph } from './graph.ts';
import type { Network, NetworkLink, NetworkNode } from './network/network.ts';
import { requiredRail, setPressure } from './required.ts';
import type { OperatingState } from './states.ts';
import { runsSteadily } from './steady-trigger.ts';

export type { NetworkMode } from '../kinds/contract.ts';

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

/** An overflow's lip: as good as no loss at any flow a shop meets. */
const LIP = { cv: 50, droop: 1e7 } as const;

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

  /** Links whose law changes from state to state in a mode. */
  varying(mode: NetworkMode): readonly number[] {
    const known = this.varyingLinks.get(mode);
    if (known) return known;
    const list = this.graph.links.flatMap(({ does }, l) => {
      const varies =
        does.role === 'part'
          ? plumbingKind(does.part).law.varies(mode)
          : does.role === 'supply' && junctionKind(does.junction).supply?.varies;
      return varies ? [l] : [];
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
    const { fuel, tuning, doc } = this;
    const site: LawSite = {
      fuel,
      mode,
      minorK: tuning.minorK,
      roughness: tuning.roughness,
      basePa: doc.brief.basePressurePa,
      manifold: state.manifold,
      pumpsOn: state.pumpsOn,
      setFlow: setFlows.get(id) ?? 0,
    };
    switch (does.role) {
      case 'part':
        return plumbingKind(does.part).law.at(does.part, site);
      case 'supply':
        return junctionKind(does.junction).supply!.at(does.junction, site);
      case 'overflow':
        return bypassRegulator(
          { setPa: gauge(0), referencePa: gauge(0), ratio: 0, droop: LIP.droop, setFlow: 0, cv: LIP.cv },
          fuel.density,
        );
    }
  }
}
