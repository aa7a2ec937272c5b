import type { FuelProperties } from '../demand/fuel.ts';
import type { ElementOf, JobDocument, PlumbingElement } from '../design/job-document.ts';
import { pumpLaw, type PumpLaw } from '../parts/pump/pump-model.ts';
import { blockingRegulator } from '../plumbing/laws/blocking-regulator.ts';
import { bypassRegulator, heldOpen, heldShut } from '../plumbing/laws/bypass-regulator.ts';
import { checkValve } from '../plumbing/laws/check-valve.ts';
import { filterLoss } from '../plumbing/laws/filter.ts';
import type { LinkLaw } from '../plumbing/laws/link-law.ts';
import { fixedLoss, pipeRun, type PipeGeometry } from '../plumbing/laws/pipe-run.ts';
import { runningPump, stoppedPump } from '../plumbing/laws/pump.ts';
import type { Network, NetworkLink, NetworkNode } from '../plumbing/network.ts';
import { gauge } from '../quantities/pressure.ts';
import { pathNodes } from './path-nodes.ts';
import { runGeometry } from './run-geometry.ts';
import type { OperatingState } from './states.ts';

/**
 * What is asked of the plumbing:
 * - running: as it works;
 * - available: rails held at the required pressure with every bypass shut: what the feed side can deliver;
 * - capacity: rails held at the required pressure with every bypass wide open: what the return side can carry.
 */
export type NetworkMode = 'running' | 'available' | 'capacity';

const isRegulator = (e: PlumbingElement) => e.kind === 'bypass-regulator' || e.kind === 'blocking-regulator';

/** A staged pump waits for its boost; every other runs whenever pumps do. */
export const pumpRuns = (pump: ElementOf<'pump'>, state: OperatingState): boolean =>
  state.pumpsOn && (pump.onAboveBoostPa === undefined || state.manifold >= pump.onAboveBoostPa);

/** Pressure the rails are asked to hold: base, plus manifold pressure where the regulator is referenced, Pa gauge. */
export function requiredRail(doc: JobDocument, state: OperatingState): number {
  const regulator = Object.values(doc.plumbing.elements).find(isRegulator);
  const ratio = regulator?.referenced ? regulator.ratio : 0;
  return doc.brief.basePressurePa + ratio * state.manifold;
}

interface Anchor {
  readonly at: number;
  readonly elevation: number;
}

/** Factors on what tables only know roughly. */
export interface LossTuning {
  readonly minorK: number;
  readonly roughness: number;
}
const AS_TABLED: LossTuning = { minorK: 1, roughness: 1 };

/** Turns the plumbing of a job into networks, one per operating state and question. */
export class PlumbingCompiler {
  readonly pumpLaws = new Map<string, PumpLaw>();
  private readonly elevations = new Map<string, number>();
  private readonly ends: { readonly id: string; readonly from: string; readonly to: string }[] = [];
  private readonly nodeIds: string[] = [];

  constructor(
    readonly doc: JobDocument,
    readonly fuel: FuelProperties,
    private readonly tuning: LossTuning = AS_TABLED,
  ) {
    const { junctions, elements, paths } = doc.plumbing;
    for (const [id, j] of Object.entries(junctions)) {
      this.nodeIds.push(id);
      this.elevations.set(id, j.elevationM);
    }
    for (const [id, e] of Object.entries(elements)) {
      if (e.kind === 'pump') this.pumpLaws.set(id, pumpLaw({ ...e, curve: e.curve }));
    }
    for (const [pathId, path] of Object.entries(paths)) {
      const order = path.order.filter((id) => elements[id]);
      if (!junctions[path.from] || !junctions[path.to]) continue;
      const links = pathNodes(pathId, path, elements);
      const nodes = [path.from, ...links.map((l) => l.to)];
      this.nodeIds.push(...nodes.slice(1, -1));
      this.ends.push(...links);
      this.levels(order, nodes, elements, junctions[path.from]!.elevationM, junctions[path.to]!.elevationM);
    }
  }

  /** Elevation along a path: straight by hose length between the points whose height is known. */
  private levels(
    order: readonly string[],
    nodes: readonly string[],
    elements: Record<string, PlumbingElement>,
    from: number,
    to: number,
  ) {
    const distance = [0];
    const anchors: Anchor[] = [{ at: 0, elevation: from }];
    for (const id of order) {
      const e = elements[id]!;
      const here = distance.at(-1)!;
      if (e.kind === 'pump') anchors.push({ at: here, elevation: e.elevationM });
      distance.push(here + (e.kind === 'run' ? e.lengthM : 0.05));
    }
    anchors.push({ at: distance.at(-1)!, elevation: to });
    nodes.forEach((node, i) => {
      if (i === 0 || i === nodes.length - 1) return;
      const at = distance[i]!;
      const next = anchors.findIndex((a, k) => k > 0 && a.at >= at);
      const a = anchors[next - 1]!;
      const b = anchors[next]!;
      const share = b.at > a.at ? (at - a.at) / (b.at - a.at) : 1;
      this.elevations.set(node, a.elevation + share * (b.elevation - a.elevation));
    });
  }

  private tuned(pipe: PipeGeometry): PipeGeometry {
    return {
      ...pipe,
      minorK: pipe.minorK * this.tuning.minorK,
      roughness: pipe.roughness * this.tuning.roughness,
    };
  }

  network(
    state: OperatingState,
    mode: NetworkMode,
    pumpVolts: ReadonlyMap<string, number>,
    setFlow: number,
  ): Network {
    const { junctions, elements } = this.doc.plumbing;
    const rails = Object.values(junctions).filter((j) => j.kind === 'rail').length;
    const required = requiredRail(this.doc, state);
    const nodes = this.nodeIds.map((id): NetworkNode => {
      const junction = junctions[id];
      const elevation = this.elevations.get(id) ?? 0;
      if (junction?.kind === 'tank') return { id, elevation, fixed: gauge(0), draw: 0 };
      if (junction?.kind === 'rail') {
        if (mode !== 'running') return { id, elevation, fixed: gauge(required), draw: 0 };
        return { id, elevation, draw: state.draw / rails };
      }
      return { id, elevation, draw: 0 };
    });
    const links = this.ends.map((end): NetworkLink => ({
      ...end,
      law: this.law(end.id, elements[end.id]!, state, mode, pumpVolts, setFlow),
    }));
    return { nodes, links, density: this.fuel.density };
  }

  private law(
    id: string,
    e: PlumbingElement,
    state: OperatingState,
    mode: NetworkMode,
    volts: ReadonlyMap<string, number>,
    setFlow: number,
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
        return pumpRuns(e, state)
          ? runningPump(this.pumpLaws.get(id)!, volts.get(id) ?? 0)
          : stoppedPump(e.outletCheck);
      case 'component':
        return fixedLoss({ k: e.k, bore: e.boreM, density: fuel.density });
      case 'blocking-regulator':
        if (mode !== 'running') return heldOpen(e.cv, fuel.density);
        return blockingRegulator(
          {
            setPa: gauge(this.doc.brief.basePressurePa),
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
            setPa: gauge(this.doc.brief.basePressurePa),
            referencePa: e.referenced ? state.manifold : gauge(0),
            ratio: e.ratio,
            droop: e.droop,
            setFlow: e.setFlowM3s ?? setFlow,
            cv: e.cv,
          },
          fuel.density,
        );
    }
  }
}
