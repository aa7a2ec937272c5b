import { speedCommand } from '../demand/speed-map.ts';
import type { ElementOf, JobDocument, PlumbingElement, PumpTrigger } from '../document/job-document.ts';
import { consumersOf } from '../document/consumers.ts';
import { ruleOf } from '../document/triggers.ts';
import { branchNumbers } from '../flow/branch-losses.ts';
import type { LinkLaw } from '../flow/link-law.ts';
import { fuelOutside, type FuelProperties } from '../fuel/fuel.ts';
import type { OutsideValidity } from '../outcome/solve-report.ts';
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
import { GRAVITY } from '../quantities/constants.ts';
import { gauge, type GaugePressure } from '../quantities/pressure.ts';
import { stationsOf, type Station } from './stations.ts';
import { plumbingGraph, sameGraph, type GraphLink, type PlumbingGraph } from './graph.ts';
import { INJECTORS_SHUT, injectorsOpen } from '../flow/injectors.ts';
import { branchLegs } from './branch-legs.ts';
import { joinLosses } from './joins.ts';
import type { Parameters } from './parameters.ts';
import {
  NO_BRANCHES,
  type Network,
  type NetworkBranch,
  type NetworkLink,
  type NetworkNode,
} from './network/network.ts';
import type { NetworkSolution } from './network/network-result.ts';
import { RailDemand, setPressure } from './required.ts';
import { blendOf, fuelOf, type OperatingState } from './states.ts';
import { runsSteadily } from './steady-trigger.ts';

export type { NetworkMode } from '../kinds/contract.ts';

export interface UnusablePump {
  readonly id: string;
  readonly name: string;
  readonly fault: PumpFault;
}

/** Stands in for a pump whose figures no law can use: it moves nothing. */
const NO_PUMP: PumpLaw = Object.assign(() => pointOf({ ...pumpNumbers(), beyond: true }), {
  into: (out: PumpNumbers) => void Object.assign(out, { ...pumpNumbers(), beyond: true }),
});

/** Rails that stand too low for their injectors to pass what the engine wants: they give what passes. */
export type ShortRails = ReadonlySet<string>;
export const NO_RAILS: ShortRails = new Set();

/** A high-pressure pump still fills down to this share of its floor (estimate): below it delivers less. */
const FILLS_DOWN_TO = 0.25;

/** A tank nobody said more of. */
export const HALF_FULL = 0.5;

/** An overflow's lip: as good as no loss at any flow a shop meets. */
const LIP = { cv: 50, droop: 1e7 } as const;

/** A law with its flow scaled: wear, or a curve that is known roughly. */
function worn(law: PumpLaw, factor: number): PumpLaw {
  const into: PumpLaw['into'] = (out, rise, volts, command) => {
    law.into(out, rise, volts, command);
    out.flow *= factor;
    out.flowPerPa *= factor;
    out.flowPerVolt *= factor;
  };
  const scratch = pumpNumbers();
  return Object.assign(
    (rise: number, volts: number, command?: number) => {
      into(scratch, rise, volts, command);
      return pointOf(scratch);
    },
    { into },
  );
}

/**
 * The plumbing of one plan under some parameters, ready to be put into networks: graph, laws, and what the rails are asked
 * to hold. What another model of the same topology has worked out already is taken over.
 */
export class PlumbingModel {
  readonly fuel: FuelProperties;
  /** What of the fuel its properties are not known for. */
  readonly fuelOutside: readonly OutsideValidity[];
  readonly pumpLaws = new Map<string, PumpLaw>();
  /** The first pump whose figures no law can use: no state of the plan has an answer then. */
  readonly unusable: UnusablePump | undefined;
  readonly graph: PlumbingGraph;
  readonly railIds: readonly string[];
  readonly demand: RailDemand;
  /** What each hose loses where it meets its neighbours, K on its own bore. */
  private readonly joins: ReadonlyMap<string, number>;

  /** Tees and Ys: what their legs lose. */
  readonly branches: readonly NetworkBranch[];

  private readonly rules = new Map<string, PumpTrigger>();
  private readonly regulatorAt = new Map<string, ElementOf<'bypass-regulator'>>();
  private readonly steadyLaws = new Map<NetworkMode, (LinkLaw | undefined)[]>();

  constructor(
    readonly doc: JobDocument,
    readonly parameters: Parameters,
    private readonly like?: PlumbingModel,
  ) {
    const { elements } = doc.plumbing;
    this.fuel =
      like?.doc.brief === doc.brief && like.parameters.ethanol === parameters.ethanol
        ? like.fuel
        : fuelOf(doc, parameters);
    this.fuelOutside = fuelOutside(blendOf(doc, parameters.ethanol), doc.brief.fuelK);
    this.graph = like ? sameGraph(like.graph, elements) : plumbingGraph(doc);
    this.joins = like?.doc.plumbing === doc.plumbing ? like.joins : joinLosses(doc);
    this.branches =
      like?.doc.plumbing === doc.plumbing && like.fuel === this.fuel && like.parameters === parameters
        ? like.branches
        : this.branchesOf();
    this.demand = new RailDemand(doc);
    this.railIds = like?.railIds ?? consumersOf(doc);
    for (const [id, e] of Object.entries(elements)) {
      if (e.kind !== 'pump') continue;
      const kept = like?.doc.plumbing.elements[id] === e && like.parameters === parameters;
      const [fault] = kept ? [] : pumpFaults(e);
      if (fault) this.unusable ??= { id, name: e.name, fault };
      this.pumpLaws.set(id, kept ? like.pumpLaws.get(id)! : fault ? NO_PUMP : this.lawOf(id, e));
      this.rules.set(id, ruleOf(doc, id).rule);
    }
    if (like?.unusable && this.pumpLaws.get(like.unusable.id) === NO_PUMP) this.unusable ??= like.unusable;
    for (const [id, node] of this.graph.bypassInlets) {
      const e = elements[id];
      if (e?.kind === 'bypass-regulator') this.regulatorAt.set(node, this.turned(id, e));
    }
  }

  private lawOf(id: string, e: ElementOf<'pump'>): PumpLaw {
    const law = pumpLaw(e);
    const factor = this.parameters.pumpFlow[id];
    return factor === undefined ? law : worn(law, factor);
  }

  private branchesOf(): readonly NetworkBranch[] {
    const legs = branchLegs(this.doc);
    if (legs.length === 0) return NO_BRANCHES;
    const at = new Map(this.graph.links.map((link, l) => [link.id, l]));
    return legs.flatMap(({ run, all, loss, bores }): NetworkBranch[] => {
      const link = at.get(run);
      const whole = all.flatMap((id) => at.get(id) ?? []);
      const density = this.fuel.density * this.parameters.minorK;
      return link === undefined || whole.length === 0
        ? []
        : [{ link, all: whole, numbers: branchNumbers(loss, bores, density) }];
    });
  }

  private placed: readonly Station[] | undefined;

  /** Every part in the order of its path, with what does not change from state to state. */
  get stations(): readonly Station[] {
    return (this.placed ??= stationsOf(this.doc, this.graph, this.joins));
  }

  /** Whether its trigger rule has a pump run in a steady state. */
  pumpRuns(id: string, state: OperatingState): boolean {
    if (this.parameters.dead.includes(id)) return false;
    return state.running ? state.running.has(id) : runsSteadily(this.rules.get(id)!, state);
  }

  /** What its controller asks a pump for, 0–1; nothing where it has none. Forced for a test, it runs at full speed. */
  commandOf(id: string, state: OperatingState): number | undefined {
    const pump = this.doc.plumbing.elements[id];
    if (pump?.kind !== 'pump' || !pump.speed || this.parameters.uncontrolled.includes(id)) return undefined;
    return state.forced ? 1 : speedCommand(pump.speed, state.manifold);
  }

  /** Law of a link in one state of a mode; laws that do not change with the state are made once. */
  lawAt(
    l: number,
    state: OperatingState,
    mode: NetworkMode,
    setFlows: ReadonlyMap<string, number>,
    short: ShortRails = NO_RAILS,
  ): LinkLaw {
    const link = this.graph.links[l]!;
    if (link.does.role === 'injectors')
      return short.has(link.from)
        ? injectorsOpen(this.perRootPa(state) / this.railIds.length)
        : INJECTORS_SHUT;
    let kept = this.steadyLaws.get(mode);
    if (!kept) this.steadyLaws.set(mode, (kept = this.inherited(mode)));
    const known = kept[l];
    if (known) return known;
    const law = this.law(this.graph.links[l]!, state, mode, setFlows);
    if (!this.varies(l, mode)) kept[l] = law;
    return law;
  }

  /** What a model of the same topology knows of links whose part is the same. */
  private inherited(mode: NetworkMode): (LinkLaw | undefined)[] {
    const { like } = this;
    const known =
      like?.parameters === this.parameters && like.fuel === this.fuel && like.steadyLaws.get(mode);
    if (!known) return [];
    return this.graph.links.map((link, l) =>
      link === like.graph.links[l] && this.joins.get(link.id) === like.joins.get(link.id)
        ? known[l]
        : undefined,
    );
  }

  /** What all injectors pass wide open, or high-pressure pumps draw in, per square root of pressure, m³/s per √Pa. */
  perRootPa(state: OperatingState): number {
    const { floor } = this.demand;
    if (floor !== null) return state.draw / Math.sqrt(FILLS_DOWN_TO * floor);
    const { count, staticFlowM3s, ratedPa } = this.doc.brief.injectors;
    return (count * staticFlowM3s) / Math.sqrt(ratedPa);
  }

  private varies(l: number, mode: NetworkMode): boolean {
    const { does } = this.graph.links[l]!;
    if (does.role === 'part') return plumbingKind(does.part).law.varies(mode);
    return does.role === 'supply' && junctionKind(does.junction).supply!.varies;
  }

  /** @param setFlows bypass flow at which each regulator's screw was adjusted, m³/s */
  network(
    state: OperatingState,
    mode: NetworkMode,
    setFlows: ReadonlyMap<string, number>,
    short: ShortRails = NO_RAILS,
  ): Network {
    const links = this.graph.links.map(({ id, from, to }, l): NetworkLink => ({
      id,
      from,
      to,
      law: this.lawAt(l, state, mode, setFlows, short),
    }));
    return {
      nodes: this.nodes(state, mode, short),
      links,
      branches: this.branches,
      density: this.fuel.density,
    };
  }

  nodes(state: OperatingState, mode: NetworkMode, short: ShortRails = NO_RAILS): NetworkNode[] {
    const rails = this.railIds.length;
    return this.graph.nodes.map(({ id, elevation, held }): NetworkNode => {
      if (held) return { id, elevation, fixed: held === 'air' ? this.standing(id) : state.manifold, draw: 0 };
      const regulator = this.regulatorAt.get(id);
      if (mode === 'capacity' && regulator) {
        const set = setPressure(this.doc, regulator);
        const reference = regulator.referenced ? regulator.ratio * state.manifold : 0;
        return { id, elevation, fixed: gauge(set + reference), draw: 0 };
      }
      if (!this.railIds.includes(id)) return { id, elevation, draw: 0 };
      if (mode === 'available' && rails === 1)
        return { id, elevation, fixed: gauge(this.demand.least(state)), draw: 0 };
      return { id, elevation, draw: short.has(id) ? 0 : state.draw / rails };
    });
  }

  /** Pa gauge at the rail that stands lowest: what its injectors get is what counts. Without a rail: infinite. */
  lowestRail({ pressures }: Pick<NetworkSolution, 'pressures'>): number {
    return Math.min(...this.railIds.map((id) => pressures.get(id) ?? NaN));
  }

  /** What the fuel in a tank stands at on its floor; elsewhere air. */
  private standing(id: string): GaugePressure {
    const j = this.doc.plumbing.junctions[id];
    const level = this.doc.brief.fuelLevel ?? HALF_FULL;
    return gauge(j ? this.fuel.density * GRAVITY * junctionKind(j).filled(j, level) : 0);
  }

  private law(
    { id, does }: GraphLink,
    state: OperatingState,
    mode: NetworkMode,
    setFlows: ReadonlyMap<string, number>,
  ): LinkLaw {
    const { fuel, parameters, doc } = this;
    const site: LawSite = {
      fuel,
      mode,
      minorK: parameters.minorK,
      roughness: parameters.roughness,
      joinK: this.joins.get(id) ?? 0,
      basePa: doc.brief.basePressurePa,
      manifold: state.manifold,
      pumpsOn: state.pumpsOn,
      setFlow: setFlows.get(id) ?? 0,
    };
    switch (does.role) {
      case 'injectors':
        return INJECTORS_SHUT;
      case 'part':
        return plumbingKind(does.part).law.at(this.varied(id, does.part), site);
      case 'supply':
        return junctionKind(does.junction).supply!.at(does.junction, site);
      case 'overflow':
        return bypassRegulator(
          { setPa: gauge(0), referencePa: gauge(0), ratio: 0, droop: LIP.droop, setFlow: 0, cv: LIP.cv },
          fuel.density,
        );
    }
  }

  /** A regulator with its screw where the parameters have it. */
  turned<R extends ElementOf<'bypass-regulator'> | ElementOf<'blocking-regulator'>>(id: string, part: R): R {
    const more = this.parameters.setMore[id];
    return more === undefined ? part : { ...part, setPa: setPressure(this.doc, part) + more };
  }

  /** The part with what the parameters say of it. */
  private varied(id: string, part: PlumbingElement): PlumbingElement {
    const clogged = this.parameters.clogged[id];
    const longer = this.parameters.lengths[id];
    if (part.kind === 'bypass-regulator' || part.kind === 'blocking-regulator') return this.turned(id, part);
    if (clogged !== undefined && 'clogged' in part) return { ...part, clogged };
    if (longer !== undefined && 'lengthM' in part) return { ...part, lengthM: part.lengthM * longer };
    return part;
  }
}
